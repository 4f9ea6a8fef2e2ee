import { PALETTE as COLOURS } from '@easytuck/contract';
import { bodyParts, COLLAR_HEIGHT, type BodyPart } from '@easytuck/core';
import { Canvas, useFrame, useThree } from '@react-three/fiber';
import { useEffect, useMemo, useRef } from 'react';
import { BufferGeometry, DoubleSide, Float32BufferAttribute, Line, LineBasicMaterial, Vector3, type PerspectiveCamera } from 'three';
import { OrbitControls } from 'three/examples/jsm/controls/OrbitControls.js';
import { momentAt, NODE_NUMBERS, type BakedPoses } from '../bakedPoses.ts';
import type { Playhead } from '../playhead.ts';
import type { View } from '../views.ts';
import { bodyGeometry } from './bodyGeometry.ts';
import { ribbonGeometry, type ClothColours } from './ribbonGeometry.ts';

/** What the stage shows. */
export interface StageProps {
  readonly baked: BakedPoses;
  readonly playhead: Playhead;
  readonly view: View;
  readonly isFree: boolean;
  readonly seeThrough: boolean;
  /** Time of the pose that is shown faintly, or null. */
  readonly ghostTime: number | null;
  readonly cloth: ClothColours;
  readonly thicknessMm: number;
  /** Movements of the eye are jumps. */
  readonly still: boolean;
}

/** The strip on the wearer, in three dimensions. Drawn only when something changed. */
export default function Stage3d(props: StageProps) {
  return (
    <Canvas
      frameloop="demand"
      dpr={[1, 1.5]}
      camera={{ fov: 28, near: 20, far: 2400, position: [0, 40, 520] }}
      gl={{ antialias: true }}
      style={{ transform: props.view.isMirror ? 'scaleX(-1)' : 'none' }}
      aria-hidden
    >
      <hemisphereLight args={[COLOURS.white, '#c3b8a4', 1.9]} />
      <directionalLight position={[-260, 360, 300]} intensity={2} />
      <directionalLight position={[340, 40, 120]} intensity={0.45} />
      <Body collarRadiusMm={props.baked.collarRadiusMm} baked={props.baked} playhead={props.playhead} seeThrough={props.seeThrough} />
      <Ribbon key={`${props.baked.nodeCount}`} {...props} />
      {props.ghostTime !== null && <Ghost {...props} time={props.ghostTime} />}
      <Eye {...props} />
    </Canvas>
  );
}

function Ribbon({ baked, playhead, seeThrough, cloth, thicknessMm }: StageProps) {
  const invalidate = useThree((state) => state.invalidate);
  const ribbon = useMemo(() => ribbonGeometry(baked.nodeCount, baked.backNode, thicknessMm), [baked, thicknessMm]);
  const packed = useMemo(() => new Float32Array(NODE_NUMBERS * baked.nodeCount), [baked]);
  useEffect(() => {
    ribbon.paint(cloth);
    invalidate();
  }, [ribbon, cloth, invalidate]);
  useEffect(() => playhead.subscribe(() => invalidate()), [playhead, invalidate]);
  useEffect(() => () => ribbon.geometry.dispose(), [ribbon]);
  useFrame(() => {
    const { knotAt } = momentAt(baked, playhead.time(), packed);
    ribbon.lay(packed, knotAt);
  });
  return (
    <mesh geometry={ribbon.geometry} frustumCulled={false}>
      <meshLambertMaterial
        attach="material-0"
        vertexColors
        transparent={seeThrough}
        opacity={seeThrough ? 0.34 : 1}
        depthWrite={!seeThrough}
      />
      <meshLambertMaterial attach="material-1" vertexColors />
    </mesh>
  );
}

/** The next pose, faintly. */
function Ghost({ baked, time, cloth, thicknessMm }: StageProps & { time: number }) {
  const ribbon = useMemo(() => {
    const made = ribbonGeometry(baked.nodeCount, baked.backNode, thicknessMm);
    const packed = new Float32Array(NODE_NUMBERS * baked.nodeCount);
    const { knotAt } = momentAt(baked, time, packed);
    made.lay(packed, knotAt);
    made.paint(cloth);
    return made;
  }, [baked, time, cloth, thicknessMm]);
  useEffect(() => () => ribbon.geometry.dispose(), [ribbon]);
  return (
    <mesh geometry={ribbon.geometry} frustumCulled={false}>
      <meshLambertMaterial attach="material-0" vertexColors transparent opacity={0.2} depthWrite={false} />
      <meshLambertMaterial attach="material-1" vertexColors transparent opacity={0.2} depthWrite={false} />
    </mesh>
  );
}

const BODY_COLOURS = { neck: COLOURS.skin, stand: COLOURS.white, leaf: COLOURS.white, shirt: '#c6d0d4' } as const;

/** The leaf's own edges: white on white, they are what is seen of it. */
const EDGE_LINE = new LineBasicMaterial({ color: COLOURS.pencil });

/** Front edge of the leaf from the fold to its point, and its lower edge from there to the back. */
function leafEdge({ rows, columns, pointsMm }: BodyPart): BufferGeometry {
  const front = Array.from({ length: rows }, (_, row) => row * columns);
  const lower = Array.from({ length: columns - 1 }, (_, column) => (rows - 1) * columns + column + 1);
  const points = [...front, ...lower].flatMap((at) => [...pointsMm.subarray(3 * at, 3 * at + 3)]);
  return new BufferGeometry().setAttribute('position', new Float32BufferAttribute(points, 3));
}

function Body({
  collarRadiusMm,
  baked,
  playhead,
  seeThrough,
}: { collarRadiusMm: number } & Pick<StageProps, 'baked' | 'playhead' | 'seeThrough'>) {
  const parts = useMemo(
    () =>
      bodyParts(collarRadiusMm, 0).map((part) => ({
        name: part.name,
        geometry: bodyGeometry(part),
        edge: part.name === 'leaf' ? new Line(leafEdge(part), EDGE_LINE) : null,
      })),
    [collarRadiusMm],
  );
  const shownDown = useRef(0);
  const scratch = useMemo(() => new Float32Array(0), []);
  useFrame(() => {
    const { collarDown } = momentAt(baked, playhead.time(), scratch);
    if (collarDown === shownDown.current) return;
    shownDown.current = collarDown;
    bodyParts(collarRadiusMm, collarDown).forEach((part, i) => {
      const geometry = parts[i]?.geometry;
      if (part.name !== 'leaf' || !geometry) return;
      const position = geometry.getAttribute('position');
      position.array.set(part.pointsMm);
      position.needsUpdate = true;
      geometry.computeVertexNormals();
      parts[i]?.edge?.geometry.setAttribute('position', leafEdge(part).getAttribute('position'));
    });
  });
  useEffect(
    () => () =>
      parts.forEach(({ geometry, edge }) => {
        geometry.dispose();
        edge?.geometry.dispose();
      }),
    [parts],
  );
  return (
    <>
      {!seeThrough && parts.map(({ edge }, i) => edge && <primitive key={`edge${i}`} object={edge} />)}
      {parts.map(({ name, geometry }, i) => (
        <mesh key={`${name}${i}`} geometry={geometry} renderOrder={-1}>
          <meshLambertMaterial
            color={BODY_COLOURS[name]}
            side={DoubleSide}
            transparent={seeThrough}
            opacity={seeThrough ? 0.18 : 1}
            depthWrite={!seeThrough}
          />
        </mesh>
      ))}
      {!seeThrough &&
        [0, -65, -155, -245].map((y) => (
          <mesh
            key={y}
            position={[0, y === 0 ? COLLAR_HEIGHT.foot + 14 : y, y === 0 ? 0.2 : -6 + 0.1 * (-20 - y) + 0.6]}
            rotation={[Math.PI / 2, 0, 0]}
          >
            <cylinderGeometry args={[5, 5, 1.6, 20]} />
            <meshLambertMaterial color="#e2ddd0" />
          </mesh>
        ))}
    </>
  );
}

/** Time constant of the eye's way to another view, in ms. */
const GLIDE_MS = 160;

/** The eye: glides to the view that is chosen; moved by hand in the free view. */
function Eye({ baked, playhead, view, isFree, still }: StageProps) {
  const { camera, gl, invalidate } = useThree();
  const scratch = useMemo(() => new Float32Array(0), []);
  const goal = useRef({ position: new Vector3(), target: new Vector3(), up: new Vector3(0, 1, 0) });
  const target = useRef(new Vector3());
  const arrived = useRef(false);
  useEffect(() => {
    const size = Math.hypot(view.towards.x, view.towards.y, view.towards.z);
    const { knotAt } = momentAt(baked, Math.round(playhead.time()), scratch);
    const at = new Vector3(knotAt[0], knotAt[1] + view.liftMm, knotAt[2]);
    // an upright screen shows less to the sides: the eye steps back
    const aspect = (camera as PerspectiveCamera).aspect;
    const away = view.awayMm * Math.max(1, 0.92 / aspect);
    goal.current.target.copy(at);
    goal.current.position.set(
      at.x + (view.towards.x / size) * away,
      at.y + (view.towards.y / size) * away,
      at.z + (view.towards.z / size) * away,
    );
    goal.current.up.set(view.up.x, view.up.y, view.up.z).normalize();
    arrived.current = false;
    invalidate();
  }, [baked, playhead, view, camera, scratch, invalidate]);
  useEffect(() => {
    if (!isFree) return;
    const controls = new OrbitControls(camera, gl.domElement);
    controls.target.copy(goal.current.target);
    controls.minDistance = 140;
    controls.maxDistance = 900;
    controls.addEventListener('change', () => invalidate());
    return () => controls.dispose();
  }, [isFree, camera, gl, invalidate]);
  useFrame((_, deltaS) => {
    if (arrived.current) return;
    const share = still ? 1 : 1 - Math.exp((-1000 * Math.min(0.1, deltaS)) / GLIDE_MS);
    camera.position.lerp(goal.current.position, share);
    target.current.lerp(goal.current.target, share);
    camera.up.lerp(goal.current.up, share).normalize();
    camera.lookAt(target.current);
    arrived.current = camera.position.distanceTo(goal.current.position) < 0.5;
    if (!arrived.current) invalidate();
  });
  return null;
}
