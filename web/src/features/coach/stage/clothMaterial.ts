import type { Fibre, Weave } from '@easytuck/core';
import { DataTexture, LinearFilter, LinearMipmapLinearFilter, MeshPhysicalMaterial, RepeatWrapping, RGBAFormat } from 'three';

/** How a cloth takes the light: how rough, and its sheen at a slant. */
interface Lustre {
  readonly roughness: number;
  readonly sheen: number;
  readonly bump: number;
}

const LUSTRES: Readonly<Partial<Record<Weave, Lustre>>> & { readonly plain: Lustre } = {
  plain: { roughness: 0.7, sheen: 0.25, bump: 0.25 },
  satin: { roughness: 0.34, sheen: 0.5, bump: 0.08 },
  grosgrain: { roughness: 0.62, sheen: 0.3, bump: 0.8 },
  barathea: { roughness: 0.66, sheen: 0.3, bump: 0.4 },
  twill: { roughness: 0.6, sheen: 0.3, bump: 0.35 },
  pique: { roughness: 0.85, sheen: 0.1, bump: 0.8 },
  velvet: { roughness: 0.95, sheen: 1, bump: 0.4 },
};
const WOOL: Lustre = { roughness: 0.95, sheen: 0.35, bump: 1.3 };

const SIDE = 32;

/** Height of a weave at a thread, 0 to 1. */
const HEIGHTS: Readonly<Partial<Record<Weave, (x: number, y: number) => number>>> & { readonly plain: (x: number, y: number) => number } = {
  plain: (x, y) => ((x >> 1) + (y >> 1)) % 2,
  satin: (x, y) => ((x + 5 * y) % 8 === 0 ? 0 : 1),
  // ribs across the strip
  grosgrain: (_, y) => Math.abs(Math.sin((Math.PI * 4 * y) / SIDE)),
  barathea: (x, y) => (((x >> 1) + 2 * (y >> 1)) % 3 === 0 ? 0.2 : 1),
  twill: (x, y) => ((x + y) % 8 < 4 ? 1 : 0.2),
  pique: (x, y) => Math.max(Math.abs(Math.sin((Math.PI * 4 * x) / SIDE)), Math.abs(Math.sin((Math.PI * 4 * y) / SIDE))),
};

/** Made once each: what a material is given up with is not its texture. */
const textures = new Map<Weave, DataTexture>();

function weaveTexture(weave: Weave): DataTexture {
  const made = textures.get(weave);
  if (made) return made;
  const height = HEIGHTS[weave] ?? HEIGHTS.plain;
  const data = new Uint8Array(4 * SIDE * SIDE);
  for (let y = 0; y < SIDE; y += 1)
    for (let x = 0; x < SIDE; x += 1) {
      const level = Math.round(255 * height(x, y));
      data.set([level, level, level, 255], 4 * (y * SIDE + x));
    }
  const texture = new DataTexture(data, SIDE, SIDE, RGBAFormat);
  texture.wrapS = RepeatWrapping;
  texture.wrapT = RepeatWrapping;
  texture.generateMipmaps = true;
  texture.minFilter = LinearMipmapLinearFilter;
  texture.magFilter = LinearFilter;
  texture.anisotropy = 4;
  texture.needsUpdate = true;
  textures.set(weave, texture);
  return texture;
}

/** A cloth as it looks in the hand: its weave in relief, its lustre, in the colours that are painted on it. */
export function clothMaterial(
  { fibre, weave }: { readonly fibre: Fibre; readonly weave: Weave | null },
  isSeenThrough: boolean,
): MeshPhysicalMaterial {
  const lustre = fibre === 'wool' && weave !== 'velvet' ? WOOL : (LUSTRES[weave ?? 'plain'] ?? LUSTRES.plain);
  return new MeshPhysicalMaterial({
    vertexColors: true,
    ...(isSeenThrough ? { transparent: true, opacity: 0.34, depthWrite: false } : {}),
    roughness: lustre.roughness,
    sheen: lustre.sheen,
    sheenRoughness: 0.5,
    bumpMap: weaveTexture(weave ?? 'plain'),
    bumpScale: lustre.bump,
  });
}
