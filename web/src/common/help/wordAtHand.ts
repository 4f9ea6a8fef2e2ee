import { GLOSSARY } from '@easytuck/contract';

/** Words of the glossary, the longest first: an entry may hold several, with commas between. */
const WORDS: readonly string[] = GLOSSARY.flatMap(({ word }) => word.split(', ')).sort((a, b) => b.length - a.length);

/** The glossary’s word in a text: the one over a place in it, or, without a place, the longest it holds. Null if there is none. */
export function wordIn(text: string, at: number | null = null): string | null {
  const plain = text.toLowerCase();
  for (const word of WORDS) {
    const found = new RegExp(`(?<![\\p{L}])${word.toLowerCase()}s?(?![\\p{L}])`, 'gu');
    for (const { index, 0: match } of plain.matchAll(found)) if (at === null || (at >= index && at <= index + match.length)) return word;
  }
  return null;
}

let pointer: { readonly x: number; readonly y: number } | null = null;

/** Remembers where the cursor is. @returns how to stop. */
export function followPointer(): () => void {
  const onMove = ({ clientX: x, clientY: y, pointerType }: PointerEvent): void => {
    pointer = pointerType === 'mouse' ? { x, y } : null;
  };
  document.addEventListener('pointermove', onMove, { passive: true });
  return () => document.removeEventListener('pointermove', onMove);
}

/** The word of the glossary that is selected, under the cursor, or on the label of the focused field; empty if there is none. */
export function findWordAtHand(): string {
  const selected = wordIn(window.getSelection()?.toString() ?? '');
  if (selected !== null) return selected;
  const under = pointer === null ? null : caretAt(pointer.x, pointer.y);
  const pointed = under === null ? null : wordIn(under.text, under.offset);
  if (pointed !== null) return pointed;
  const field = document.activeElement;
  const labels = field instanceof HTMLInputElement || field instanceof HTMLTextAreaElement ? [...(field.labels ?? [])] : [];
  const label = labels.map(({ textContent }) => textContent).join(' ') || (field?.getAttribute('aria-label') ?? '');
  return wordIn(label) ?? '';
}

function caretAt(x: number, y: number): { readonly text: string; readonly offset: number } | null {
  const caret = 'caretPositionFromPoint' in document ? document.caretPositionFromPoint(x, y) : null;
  return caret?.offsetNode instanceof Text ? { text: caret.offsetNode.data, offset: caret.offset } : null;
}
