import { PALETTE, STILL_COLOURS } from '@easytuck/contract';
import { litColour, projectPose, type DrawnCollar, type Pose, type Still } from '@easytuck/core';
import { useEffect, useRef } from 'react';
import { handPointsAt, momentAt, NODE_NUMBERS, pathsAt, unpackPose, type BakedPoses } from '../bakedPoses.ts';
import { framedView, LENS_HALF } from '../framing.ts';
import type { Playhead } from '../playhead.ts';
import type { View } from '../views.ts';

/** Height that a flat picture shows, for each mm that the eye is away; as much as the lens of the stage does. */
export const SHOWN_PER_AWAY = 2 * LENS_HALF;

/** Paints a still on a canvas: patches from far to near. */
function paintStill(
  canvas: HTMLCanvasElement,
  still: Still,
  pxPerMm: number,
  { liftMm, asideMm = 0, isMirror }: Pick<View, 'liftMm' | 'asideMm' | 'isMirror'>,
): void {
  const brush = canvas.getContext('2d');
  if (!brush) return;
  const { width, height } = canvas;
  brush.setTransform(1, 0, 0, 1, 0, 0);
  brush.clearRect(0, 0, width, height);
  const across = isMirror ? -pxPerMm : pxPerMm;
  brush.setTransform(across, 0, 0, pxPerMm, width / 2 - asideMm * across, height / 2 + liftMm * pxPerMm);
  brush.lineJoin = 'round';
  for (const { tone, light, points, edges } of still.patches) {
    brush.beginPath();
    points.forEach(([x, y], i) => (i === 0 ? brush.moveTo(x, y) : brush.lineTo(x, y)));
    brush.closePath();
    if (tone !== 'glass') {
      brush.fillStyle = `rgb(${litColour(STILL_COLOURS[tone], light).join(',')})`;
      brush.fill();
      // a hair of the same colour closes the seam to the next patch
      brush.strokeStyle = brush.fillStyle;
      brush.lineWidth = 1.1 / pxPerMm;
      brush.stroke();
    }
    if (edges.length === 0) continue;
    brush.beginPath();
    for (const edge of edges) {
      const [from, to] = [points[edge], points[(edge + 1) % points.length]];
      if (!from || !to) continue;
      brush.moveTo(from[0], from[1]);
      brush.lineTo(to[0], to[1]);
    }
    brush.strokeStyle = PALETTE.ink;
    brush.lineWidth = 0.6;
    brush.stroke();
  }
}

/** A still of one pose, for a page of small pictures. */
export function PoseStill({
  pose,
  knotAt,
  collarDown,
  collarRadiusMm,
  collar,
  view,
  label,
  heightPx,
  widthMm,
}: {
  pose: Pose;
  knotAt: { x: number; y: number; z: number };
  collarDown: number;
  collarRadiusMm: number;
  collar: DrawnCollar;
  view: View;
  /** What the picture shows; empty where the text beside it says that. */
  label: string;
  heightPx: number;
  widthMm: number;
}) {
  const canvas = useRef<HTMLCanvasElement>(null);
  useEffect(() => {
    const element = canvas.current;
    if (!element) return;
    fitToBox(element);
    const detail = heightPx < SMALL_PX ? 'small' : 'full';
    const still = projectPose({ pose, knotAt, collarRadiusMm, collar, collarDown, view, withBody: true, detail });
    paintStill(element, still, element.width / widthMm, { liftMm: 0, isMirror: view.isMirror });
  }, [pose, knotAt, collarDown, collarRadiusMm, collar, view, widthMm, heightPx]);
  const named = label === '' ? ({ 'aria-hidden': true } as const) : ({ role: 'img', 'aria-label': label } as const);
  return <canvas ref={canvas} {...named} style={{ display: 'block', width: '100%', height: heightPx }} />;
}

/** A picture less high than this is drawn with fewer patches. */
const SMALL_PX = 150;

function fitToBox(element: HTMLCanvasElement): void {
  const ratio = Math.min(2, window.devicePixelRatio || 1);
  element.width = Math.max(1, Math.round(element.clientWidth * ratio));
  element.height = Math.max(1, Math.round(element.clientHeight * ratio));
}

/** The strip at a moment as a still. `scratch` is written over; it is as long as the numbers of all nodes. */
export function stillAt(
  baked: BakedPoses,
  time: number,
  view: View,
  withHands: boolean,
  withArrows: boolean,
  scratch = new Float32Array(NODE_NUMBERS * baked.nodeCount),
): Still {
  const { knotAt, collarDown } = momentAt(baked, time, scratch);
  return projectPose({
    pose: unpackPose(scratch, baked),
    knotAt: { x: knotAt[0], y: knotAt[1], z: knotAt[2] },
    collarRadiusMm: baked.collarRadiusMm,
    collar: baked.collar,
    collarDown,
    view,
    withBody: true,
    hands: withHands ? handPointsAt(baked, time) : [],
    arrows: withArrows ? pathsAt(baked, time) : [],
  });
}

/** A machine without WebGL is a slow one: it is not asked for more pictures than a hand's movement needs. */
const PAINT_EVERY_MS = 60;

/** The stage where there is no WebGL: the same strip from the same views, painted flat. */
export function FlatStage({
  baked,
  playhead,
  view: chosen,
  stepIndex,
  withHands,
  withArrows,
}: {
  baked: BakedPoses;
  playhead: Playhead;
  view: View;
  /** The step that is framed. */
  stepIndex: number;
  withHands: boolean;
  withArrows: boolean;
}) {
  const canvas = useRef<HTMLCanvasElement>(null);
  useEffect(() => {
    const element = canvas.current;
    if (!element) return;
    const packed = new Float32Array(NODE_NUMBERS * baked.nodeCount);
    let [waiting, paintedAt] = [0, 0];
    let framed: { readonly aspect: number; readonly view: View } | null = null;
    const paint = (): void => {
      waiting = 0;
      paintedAt = performance.now();
      fitToBox(element);
      const aspect = element.width / element.height;
      if (framed?.aspect !== aspect)
        framed = { aspect, view: framedView(baked, Math.min(baked.steps.length - 1, stepIndex), chosen, aspect, withHands) };
      const { view } = framed;
      const still = stillAt(baked, playhead.time(), view, withHands, withArrows, packed);
      paintStill(element, still, element.height / (view.awayMm * SHOWN_PER_AWAY), view);
    };
    const ask = (): void => {
      if (waiting === 0) waiting = window.setTimeout(paint, Math.max(0, paintedAt + PAINT_EVERY_MS - performance.now()));
    };
    ask();
    const stop = playhead.subscribe(ask);
    window.addEventListener('resize', ask);
    return () => {
      stop();
      window.removeEventListener('resize', ask);
      window.clearTimeout(waiting);
    };
  }, [baked, playhead, chosen, stepIndex, withHands, withArrows]);
  return <canvas ref={canvas} aria-hidden style={{ display: 'block', width: '100%', height: '100%' }} />;
}
