import { STILL_COLOURS } from '@easytuck/contract';
import { useFrame, useThree } from '@react-three/fiber';
import { useEffect, useMemo, useRef } from 'react';
import {
  BackSide,
  type BufferGeometry,
  CatmullRomCurve3,
  ConeGeometry,
  GreaterDepth,
  LessEqualDepth,
  Quaternion,
  TubeGeometry,
  Vector3,
  type Group,
} from 'three';
import { isArrowShown, pathsAt, type BakedPoses } from '../bakedPoses.ts';
import type { Playhead } from '../playhead.ts';

const SHAFT_MM = 1.5;
const HEAD = { radiusMm: 5, lengthMm: 10 } as const;
/** A light edge parts the arrow from the cloth. */
const EDGE_MM = 0.9;
const UP = new Vector3(0, 1, 0);

/** A shaft along a path and a head at its end, thicker by `edgeMm`. */
function arrowGeometries(points: readonly Vector3[], edgeMm: number): readonly BufferGeometry[] {
  const [last] = points.slice(-1);
  if (!last || points.length < 2) return [];
  const curve = new CatmullRomCurve3([...points], false, 'centripetal');
  const ahead = curve.getTangentAt(1);
  const head = new ConeGeometry(HEAD.radiusMm + 1.4 * edgeMm, HEAD.lengthMm + 3 * edgeMm, 18)
    .applyQuaternion(new Quaternion().setFromUnitVectors(UP, ahead))
    .translate(last.x + 0.3 * HEAD.lengthMm * ahead.x, last.y + 0.3 * HEAD.lengthMm * ahead.y, last.z + 0.3 * HEAD.lengthMm * ahead.z);
  return [new TubeGeometry(curve, 60, SHAFT_MM + edgeMm, 10), head];
}

/** Where the cloth goes in a step: an arrow along its own path, faint behind what hides it, gone as the movement ends. */
export function Arrows({ baked, stepIndex, playhead }: { baked: BakedPoses; stepIndex: number; playhead: Playhead }) {
  const invalidate = useThree((state) => state.invalidate);
  const group = useRef<Group>(null);
  const { geometries, edges } = useMemo(() => {
    const drawn = (edgeMm: number): readonly BufferGeometry[] =>
      pathsAt(baked, stepIndex).flatMap((path) =>
        arrowGeometries(
          path.map(({ x, y, z }) => new Vector3(x, y, z)),
          edgeMm,
        ),
      );
    return { geometries: drawn(0), edges: drawn(EDGE_MM) };
  }, [baked, stepIndex]);
  useEffect(() => {
    invalidate();
    return () => [...geometries, ...edges].forEach((geometry) => geometry.dispose());
  }, [geometries, edges, invalidate]);
  useFrame(() => {
    if (group.current) group.current.visible = isArrowShown(playhead.time());
  });
  return (
    <group ref={group}>
      {edges.map((geometry, k) => (
        <mesh key={`edge ${k}`} geometry={geometry} renderOrder={3.9}>
          <meshBasicMaterial color={STILL_COLOURS.arrowEdge} side={BackSide} depthWrite={false} transparent />
        </mesh>
      ))}
      {geometries.map((geometry, k) => (
        <group key={k}>
          <mesh geometry={geometry} renderOrder={4}>
            <meshBasicMaterial color={STILL_COLOURS.arrow} transparent opacity={0.9} depthFunc={LessEqualDepth} depthWrite={false} />
          </mesh>
          <mesh geometry={geometry} renderOrder={4}>
            <meshBasicMaterial color={STILL_COLOURS.arrow} transparent opacity={0.28} depthFunc={GreaterDepth} depthWrite={false} />
          </mesh>
        </group>
      ))}
    </group>
  );
}
