import { HAND_POINTS, HAND_ROLES, handSide, oppositeSide } from '@easytuck/core';
import { useFrame, useThree } from '@react-three/fiber';
import { useEffect, useMemo } from 'react';
import { BufferAttribute, BufferGeometry, LineBasicMaterial, LineSegments, MeshStandardMaterial, Vector3, type IUniform } from 'three';
import { HANDS_NUMBERS, handsAt, type BakedPoses } from '../bakedPoses.ts';
import type { HandsShown } from '../coachReducer.ts';
import type { LitDigits } from '../litDigits.ts';
import type { Playhead } from '../playhead.ts';
import { HAND_PARTS, handGeometry, laySeams, SEAM_VERTICES } from './handGeometry.ts';

const PARTS = 8;
/** Between these distances from the wrist a sleeve fades out, in mm. */
const SLEEVE_FADES = { from: 45, until: 125 } as const;
const [CUFF, SLEEVE, GLOVE, LIT] = ['#f3efe6', '#343d46', '#fbfaf7', '#e9a63c'];

/** How the gloves are seen: where they would hide what the step is about they turn to glass. */
interface GloveUniforms {
  readonly focus: IUniform<Vector3>;
  readonly wrist: IUniform<Vector3>;
  readonly lit: IUniform<Float32Array>;
  readonly solid: IUniform<number>;
}

/** White cotton, glassy where it stands before the place that the step is about, warm where the words speak of a finger. */
function gloveMaterial(): { readonly material: MeshStandardMaterial; readonly uniforms: GloveUniforms } {
  const uniforms: GloveUniforms = {
    focus: { value: new Vector3() },
    wrist: { value: new Vector3() },
    lit: { value: new Float32Array(PARTS) },
    solid: { value: 1 },
  };
  const material = new MeshStandardMaterial({ roughness: 0.92, metalness: 0, transparent: true });
  const colour = (hex: string | undefined): string => {
    const part = (from: number): string => (parseInt((hex ?? '#ffffff').slice(from, from + 2), 16) / 255).toFixed(3);
    return `vec3(${part(1)}, ${part(3)}, ${part(5)})`;
  };
  material.onBeforeCompile = (shader) => {
    Object.assign(shader.uniforms, uniforms);
    shader.vertexShader = shader.vertexShader
      .replace(
        '#include <common>',
        '#include <common>\nattribute float part;\nuniform vec3 wrist;\nvarying float vPart;\nvarying vec3 vSeen;\nvarying float vFromWrist;',
      )
      .replace(
        '#include <project_vertex>',
        '#include <project_vertex>\nvPart = part;\nvSeen = mvPosition.xyz;\nvFromWrist = distance((modelMatrix * vec4(transformed, 1.0)).xyz, wrist);',
      );
    shader.fragmentShader = shader.fragmentShader
      .replace(
        '#include <common>',
        `#include <common>\nvarying float vPart;\nvarying vec3 vSeen;\nvarying float vFromWrist;\nuniform vec3 focus;\nuniform float lit[${PARTS}];\nuniform float solid;`,
      )
      .replace(
        '#include <color_fragment>',
        `#include <color_fragment>
        int part = int(vPart + 0.5);
        float shine = 0.0;
        for (int i = 0; i < ${PARTS}; i++) if (i == part) shine = lit[i];
        vec3 cloth = part == ${HAND_PARTS.sleeve} ? pow(${colour(SLEEVE)}, vec3(2.2)) : part == ${HAND_PARTS.cuff} ? ${colour(CUFF)} : ${colour(GLOVE)};
        diffuseColor.rgb = mix(cloth, pow(${colour(LIT)}, vec3(2.2)), 0.85 * shine);
        vec3 seen = (viewMatrix * vec4(focus, 1.0)).xyz;
        float beside = length(cross(normalize(vSeen), seen));
        float before = smoothstep(-2.0, 14.0, vSeen.z - seen.z);
        float glass = before * (1.0 - smoothstep(34.0, 74.0, beside));
        float edge = 1.0 - abs(dot(normalize(vNormal), normalize(vSeen)));
        // a sleeve fades out before its cut end
        float sleeve = part == ${HAND_PARTS.sleeve} || part == ${HAND_PARTS.cuff} ? 1.0 - smoothstep(${SLEEVE_FADES.from.toFixed(1)}, ${SLEEVE_FADES.until.toFixed(1)}, vFromWrist) : 1.0;
        diffuseColor.a = sleeve * solid * mix(1.0, 0.12 + 0.5 * edge * edge, glass * (1.0 - shine));`,
      );
  };
  return { material, uniforms };
}

const SEAM = new LineBasicMaterial({ color: '#b9b2a4', transparent: true, opacity: 0.75 });
const GHOSTED = 0.4;

/** Both hands in white gloves. */
export function Hands3d({ baked, playhead, shown, lit }: { baked: BakedPoses; playhead: Playhead; shown: HandsShown; lit: LitDigits }) {
  const invalidate = useThree((state) => state.invalidate);
  const hands = useMemo(
    () =>
      HAND_ROLES.map((role) => {
        const side = handSide(role, baked.handsOf);
        const seams = new BufferAttribute(new Float32Array(3 * SEAM_VERTICES), 3);
        const lines = new LineSegments(new BufferGeometry().setAttribute('position', seams), SEAM);
        lines.frustumCulled = false;
        return {
          hand: handGeometry(),
          ...gloveMaterial(),
          seams,
          lines,
          isLeft: (baked.longEnd === 'left' ? side : oppositeSide(side)) === 'left',
        };
      }),
    [baked],
  );
  const points = useMemo(() => new Float32Array(HANDS_NUMBERS), []);
  useEffect(
    () => () =>
      hands.forEach(({ hand, material, lines }) => {
        hand.geometry.dispose();
        material.dispose();
        lines.geometry.dispose();
      }),
    [hands],
  );
  useEffect(() => {
    hands.forEach(({ uniforms, lines }, role) => {
      for (let k = 0; k < PARTS; k += 1) uniforms.lit.value[k] = lit[role]?.[k] ?? 0;
      uniforms.solid.value = shown === 'ghosted' ? GHOSTED : 1;
      lines.visible = shown === 'shown';
    });
    invalidate();
  }, [hands, lit, shown, invalidate]);
  useFrame(() => {
    const time = playhead.time();
    handsAt(baked, time, points);
    const step = baked.steps[Math.min(baked.steps.length - 1, Math.floor(time))];
    hands.forEach(({ hand, uniforms, seams, isLeft }, role) => {
      hand.lay(points, 3 * HAND_POINTS * role);
      laySeams(points, 3 * HAND_POINTS * role, isLeft, seams.array as Float32Array);
      seams.needsUpdate = true;
      const at = step ? step.knotAt.length - 3 : 0;
      uniforms.wrist.value.fromArray(points, 3 * HAND_POINTS * role);
      uniforms.focus.value.set(step?.knotAt[at] ?? 0, step?.knotAt[at + 1] ?? 0, step?.knotAt[at + 2] ?? 0);
    });
  });
  if (shown === 'off') return null;
  return (
    <>
      {hands.map(({ hand, material, lines }, role) => (
        <group key={HAND_ROLES[role] ?? role}>
          <mesh geometry={hand.geometry} material={material} frustumCulled={false} castShadow renderOrder={3} />
          <primitive object={lines} />
        </group>
      ))}
    </>
  );
}
