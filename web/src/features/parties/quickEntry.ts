import { parseCollarSize, type CollarReading, type Side, type WhoTies } from '@easytuck/core';

/** A person typed in one line: the name, and as much else as was typed behind it. */
export interface QuickEntry {
  readonly name: string;
  readonly collar: string | null;
  readonly longEnd: Side | null;
  readonly whoTies: WhoTies | null;
}

const SIDES: Readonly<Record<string, Side>> = { left: 'left', right: 'right' };
const WHO: Readonly<Record<string, WhoTies>> = { self: 'self', helper: 'helper', practice: 'ask' };

/** What is meant as a collar size, although some of it has to be asked about. */
const IS_SIZE: ReadonlySet<CollarReading['kind']> = new Set<CollarReading['kind']>(['collar', 'withSleeve', 'twoSizes', 'wrongUnit']);

/**
 * Reads one line: `Ansel Reeve`, `Ansel Reeve 15 1/2`, `Ansel Reeve, 41 cm, right, helper`. A name is at least one word; what follows it
 * counts only if all of it can be read.
 */
export function readQuickEntry(text: string): QuickEntry {
  const words = text.replaceAll(',', ' ').trim().split(/\s+/);
  let end = words.length;
  let [longEnd, whoTies]: [Side | null, WhoTies | null] = [null, null];
  for (; end > 1; end -= 1) {
    const word = (words[end - 1] ?? '').toLowerCase();
    const [side, who] = [SIDES[word], WHO[word]];
    if (side !== undefined && longEnd === null) longEnd = side;
    else if (who !== undefined && whoTies === null) whoTies = who;
    else break;
  }
  for (let at = 1; at < end; at += 1) {
    const collar = words.slice(at, end).join(' ');
    if (/^\d/.test(collar) && IS_SIZE.has(parseCollarSize(collar).kind))
      return { name: words.slice(0, at).join(' '), collar, longEnd, whoTies };
  }
  return { name: words.slice(0, end).join(' '), collar: null, longEnd, whoTies };
}
