import { PALETTE as COLOURS } from '@easytuck/contract';
import { bodyParts, type BodyPart, type Fibre, type Weave } from '@easytuck/core';
import { Canvas, useFrame, useThree } from '@react-three/fiber';
import { useEffect, useMemo, useRef } from 'react';
import { BufferGeometry, DoubleSide, Float32BufferAttribute, Line, LineBasicMaterial, LineSegments, PCFShadowMap, Vector3 } from 'three';
import { OrbitControls } from 'three/examples/jsm/controls/OrbitControls.js';
import { momentAt, NODE_NUMBERS, type BakedPoses } from '../bakedPoses.ts';
import type { HandsShown } from '../coachReducer.ts';
import { axesOf, framedView } from '../framing.ts';
import type { LitDigits } from '../litDigits.ts';
import type { Playhead } from '../playhead.ts';
import type { View } from '../views.ts';
import { bodyGeometry, layBody } from './bodyGeometry.ts';
import { clothMaterial } from './clothMaterial.ts';
import { Arrows } from './Arrows3d.tsx';
import { Hands3d } from './Hands3d.tsx';
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
  /** Of what it is made, for how it takes the light. */
  readonly made: { readonly fibre: Fibre; readonly weave: Weave | null };
  readonly thicknessMm: number;
  readonly hands: HandsShown;
  /** An arrow shows where the cloth goes. */
  readonly arrows: boolean;
  /** The step that is framed. */
  readonly stepIndex: number;
  /** Fingers that the words speak of just now. */
  readonly lit: LitDigits;
  /** Movements of the eye are jumps. */
  readonly still: boolean;
}

/** Half the field that shadows are cast in, in mm. */
const SHADOW_MM = 260;

/** The strip on the wearer, in three dimensions, and the hands that tie it. Drawn only when something changed. */
export default function Stage3d(props: StageProps) {
  return (
    <Canvas
      frameloop="demand"
      dpr={[1, 1.5]}
      shadows={PCF}
      camera={{ fov: 28, near: 20, far: 2400, position: [0, 40, 520] }}
      gl={{ antialias: true }}
      style={{ transform: props.view.isMirror ? 'scaleX(-1)' : 'none' }}
      aria-hidden
    >
      <hemisphereLight args={[COLOURS.white, '#b9ab96', 1.7]} />
      <directionalLight
        position={[-230, 380, 330]}
        intensity={2}
        castShadow
        shadow-mapSize={SHADOW_MAP}
        shadow-radius={6}
        shadow-bias={-0.0012}
        shadow-normalBias={1.2}
        shadow-camera-left={-SHADOW_MM}
        shadow-camera-right={SHADOW_MM}
        shadow-camera-top={SHADOW_MM}
        shadow-camera-bottom={-SHADOW_MM}
        shadow-camera-near={100}
        shadow-camera-far={1100}
      />
      <directionalLight position={[340, 60, 160]} intensity={0.5} />
      <Body
        key={props.baked.collar.style}
        collarRadiusMm={props.baked.collarRadiusMm}
        baked={props.baked}
        playhead={props.playhead}
        seeThrough={props.seeThrough}
      />
      <Ribbon key={`${props.baked.nodeCount}`} {...props} />
      <Hands3d baked={props.baked} playhead={props.playhead} shown={props.hands} lit={props.lit} />
      {props.arrows && <Arrows key={props.stepIndex} baked={props.baked} stepIndex={props.stepIndex} playhead={props.playhead} />}
      {props.ghostTime !== null && <Ghost {...props} time={props.ghostTime} />}
      <Eye {...props} />
    </Canvas>
  );
}

const PCF = { type: PCFShadowMap } as const;
const SHADOW_MAP: [number, number] = [1024, 1024];

function Ribbon({ baked, playhead, seeThrough, cloth, made, thicknessMm }: StageProps) {
  const invalidate = useThree((state) => state.invalidate);
  const ribbon = useMemo(() => ribbonGeometry(baked.nodeCount, baked.backNode, thicknessMm, baked.spacingMm), [baked, thicknessMm]);
  const packed = useMemo(() => new Float32Array(NODE_NUMBERS * baked.nodeCount), [baked]);
  // only the short end is seen through: it is what hides the passage
  const materials = useMemo(() => [clothMaterial(made, seeThrough), clothMaterial(made, false)], [made, seeThrough]);
  useEffect(() => () => materials.forEach((material) => material.dispose()), [materials]);
  useEffect(() => invalidate(), [materials, invalidate]);
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
  return <mesh geometry={ribbon.geometry} material={materials} frustumCulled={false} castShadow receiveShadow />;
}

/** The next pose, faintly. */
function Ghost({ baked, time, cloth, thicknessMm }: StageProps & { time: number }) {
  const ribbon = useMemo(() => {
    const made = ribbonGeometry(baked.nodeCount, baked.backNode, thicknessMm, baked.spacingMm);
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

const BODY_COLOURS: Readonly<Record<BodyPart['name'], string>> = {
  leg: '#7d8794',
  neck: COLOURS.skin,
  stand: '#f6f5f1',
  leaf: '#fbfaf7',
  shirt: '#eceeed',
  placket: '#f3f4f2',
  button: '#e6dfce',
};

/** Parts that fade out where the picture ends. */
const FADING: readonly BodyPart['name'][] = ['shirt', 'placket', 'neck', 'leg'];

/** How thick the sheets are that the body's parts are cut from, in mm; the stand inwards, since the band lies on it. */
const THICK_MM: Readonly<Partial<Record<BodyPart['name'], number>>> = { leaf: 1.6, stand: -2.2 };
const thicknessOf = (name: BodyPart['name']): number => THICK_MM[name] ?? 0;

/** The leaf's own edges: white on white, they are what is seen of it. */
const EDGE_LINE = new LineBasicMaterial({ color: '#8d8f8a' });
const STITCH_LINE = new LineBasicMaterial({ color: '#b9bcb8' });
const THREAD_LINE = new LineBasicMaterial({ color: '#8a8272' });

/** Front edge of the leaf from the fold to its point, and its lower edge from there to the back; of a wing, the edge back up to its fold. */
function leafEdge({ rows, columns, pointsMm }: BodyPart, isWing: boolean): BufferGeometry {
  const front = Array.from({ length: rows }, (_, row) => row * columns);
  const lower = isWing
    ? Array.from({ length: rows }, (_, k) => (rows - k) * columns - 1)
    : Array.from({ length: columns - 1 }, (_, column) => (rows - 1) * columns + column + 1);
  const points = [...front, ...lower].flatMap((at) => [...pointsMm.subarray(3 * at, 3 * at + 3)]);
  return new BufferGeometry().setAttribute('position', new Float32BufferAttribute(points, 3));
}

/** Both stitched lines of the placket. */
function stitches({ rows, columns, pointsMm }: BodyPart): LineSegments {
  const points: number[] = [];
  for (const column of [0, columns - 1])
    for (let row = 0; row + 1 < rows; row += 1)
      for (const at of [row, row + 1]) {
        const k = 3 * (at * columns + column);
        points.push((pointsMm[k] ?? 0) * 0.84, pointsMm[k + 1] ?? 0, (pointsMm[k + 2] ?? 0) + 0.3);
      }
  return new LineSegments(new BufferGeometry().setAttribute('position', new Float32BufferAttribute(points, 3)), STITCH_LINE);
}

/** The thread that a button is sewn on with: a cross between four holes. */
function threads({ pointsMm }: BodyPart): LineSegments {
  const [x, y, z] = [pointsMm[0] ?? 0, pointsMm[1] ?? 0, (pointsMm[2] ?? 0) + 0.4];
  const r = 1.5;
  const points = [x - r, y - r, z, x + r, y + r, z, x - r, y + r, z, x + r, y - r, z];
  return new LineSegments(new BufferGeometry().setAttribute('position', new Float32BufferAttribute(points, 3)), THREAD_LINE);
}

function Body({
  collarRadiusMm,
  baked,
  playhead,
  seeThrough,
}: { collarRadiusMm: number } & Pick<StageProps, 'baked' | 'playhead' | 'seeThrough'>) {
  const { collar } = baked;
  const parts = useMemo(
    () =>
      bodyParts(collarRadiusMm, 0, collar).map((part) => ({
        name: part.name,
        geometry: bodyGeometry(part, thicknessOf(part.name)),
        line:
          part.name === 'leaf'
            ? new Line(leafEdge(part, collar.style === 'wing'), EDGE_LINE)
            : part.name === 'placket'
              ? stitches(part)
              : part.name === 'button'
                ? threads(part)
                : null,
      })),
    [collarRadiusMm, collar],
  );
  const shownDown = useRef(0);
  const scratch = useMemo(() => new Float32Array(0), []);
  useFrame(() => {
    const { collarDown } = momentAt(baked, playhead.time(), scratch);
    if (collarDown === shownDown.current) return;
    shownDown.current = collarDown;
    bodyParts(collarRadiusMm, collarDown, collar).forEach((part, i) => {
      const geometry = parts[i]?.geometry;
      if (part.name !== 'leaf' || !geometry) return;
      layBody(geometry, part, thicknessOf(part.name));
      parts[i]?.line?.geometry.setAttribute('position', leafEdge(part, collar.style === 'wing').getAttribute('position'));
    });
  });
  useEffect(
    () => () =>
      parts.forEach(({ geometry, line }) => {
        geometry.dispose();
        line?.geometry.dispose();
      }),
    [parts],
  );
  return (
    <>
      {!seeThrough && parts.map(({ line }, i) => line && <primitive key={`line${i}`} object={line} />)}
      {parts.map(({ name, geometry }, i) => (
        <mesh key={`${name}${i}`} geometry={geometry} renderOrder={name === 'shirt' ? -2 : -1} receiveShadow castShadow={name === 'leaf'}>
          <meshLambertMaterial
            color={BODY_COLOURS[name]}
            vertexColors
            side={DoubleSide}
            transparent={seeThrough || FADING.includes(name)}
            opacity={seeThrough ? 0.18 : 1}
            depthWrite={!seeThrough && !FADING.includes(name)}
          />
        </mesh>
      ))}
      {/* what fades hides only where it is more there than not: a glassy hand beside it is not cut off by what cannot be seen */}
      {!seeThrough &&
        parts.map(
          ({ name, geometry }, i) =>
            FADING.includes(name) && (
              <mesh key={`${name}${i} hides`} geometry={geometry} renderOrder={name === 'shirt' ? -1.9 : -0.9}>
                <meshBasicMaterial vertexColors side={DoubleSide} transparent alphaTest={0.5} colorWrite={false} />
              </mesh>
            ),
        )}
    </>
  );
}

/** Time constant of the eye's way to another view, in ms. */
const GLIDE_MS = 160;

/** The eye: glides to the view that is chosen; moved by hand in the free view. */
function Eye({ baked, view: chosen, isFree, still, hands, stepIndex: asked }: StageProps) {
  const { camera, gl, invalidate, size } = useThree();
  const aspect = size.width / Math.max(1, size.height);
  const scratch = useMemo(() => new Float32Array(0), []);
  const goal = useRef({ position: new Vector3(), target: new Vector3(), up: new Vector3(0, 1, 0) });
  const target = useRef(new Vector3());
  const arrived = useRef(false);
  useEffect(() => {
    const stepIndex = Math.min(baked.steps.length - 1, asked);
    const view = framedView(baked, stepIndex, chosen, aspect, hands !== 'off');
    const { knotAt } = momentAt(baked, stepIndex, scratch);
    const [right, up, ahead] = axesOf(view).map((axis) => new Vector3(...axis)) as [Vector3, Vector3, Vector3];
    const at = new Vector3(...knotAt).addScaledVector(right, view.asideMm ?? 0).addScaledVector(up, view.liftMm);
    goal.current.target.copy(at);
    goal.current.position.copy(at).addScaledVector(ahead, view.awayMm);
    goal.current.up.copy(up);
    arrived.current = false;
    invalidate();
  }, [baked, chosen, asked, aspect, hands, scratch, invalidate]);
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
