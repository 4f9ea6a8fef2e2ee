import type { Page } from '@playwright/test';

/** What is wrong with how a page lies: each finding names the element, and by how much. */
export interface LayoutFindings {
  /** Pixels that the page is wider than its window: somebody has to scroll sideways. */
  readonly sideways: number;
  readonly clipped: readonly string[];
  readonly overlapping: readonly string[];
}

/**
 * Looks at every text and control that is seen, compares their boxes, and finds what is cut off or lies over another. Drawings
 * are left to their own tests, except their words: those may not run into one another either.
 */
export async function findingsOf(page: Page): Promise<LayoutFindings> {
  return page.evaluate(() => {
    const LEAST_PX = 2;
    const AROUND_LETTERS = 0.16;
    const name = (element: Element): string =>
      `<${element.tagName.toLowerCase()}> “${(element.textContent || element.getAttribute('aria-label') || '').trim().slice(0, 50)}”`;
    const isSeen = (element: Element): boolean =>
      element.checkVisibility({ opacityProperty: true, visibilityProperty: true }) && element.closest('[aria-hidden="true"]') === null;
    const style = (element: Element): CSSStyleDeclaration => getComputedStyle(element);
    /** Put over the page on purpose, or only there for readers. */
    const isApart = (element: Element): boolean => {
      for (let at: Element | null = element; at; at = at.parentElement) {
        const { position, clipPath, zIndex } = style(at);
        // (clip is old, and what the interface's library hides words with)
        const clip = style(at).getPropertyValue('clip');
        if (position === 'fixed' || clip.startsWith('rect(0') || clipPath.startsWith('inset(50')) return true;
        if (position === 'absolute' && Number(zIndex) > 0) return true;
      }
      return false;
    };
    /** Where an element's own words lie, line by line. Letters fill the middle of a line's box. */
    const linesOf = (element: Element): DOMRect[] => {
      const texts = [...element.childNodes].filter((node) => node.nodeType === Node.TEXT_NODE && (node.textContent ?? '').trim() !== '');
      return texts.flatMap((text) => {
        const range = document.createRange();
        range.selectNodeContents(text);
        return [...range.getClientRects()]
          .filter(({ width, height }) => width > 0 && height > 0)
          .map(({ x, y, width, height }) => new DOMRect(x, y + height * AROUND_LETTERS, width, height * (1 - 2 * AROUND_LETTERS)));
      });
    };
    const hasOwnText = (element: Element): boolean =>
      [...element.childNodes].some((node) => node.nodeType === Node.TEXT_NODE && (node.textContent ?? '').trim() !== '');
    const main = document.querySelector('main') ?? document.body;
    const header = document.querySelector('header');
    const all = [...(header ? header.querySelectorAll('*') : []), ...main.querySelectorAll('*')];
    const words = all.filter(
      (element) => isSeen(element) && hasOwnText(element) && !isApart(element) && element.closest('option, title') === null,
    );

    const clipped: string[] = [];
    for (const element of words) {
      if (element instanceof SVGElement) {
        const [box, svg] = [element.getBoundingClientRect(), (element as SVGGraphicsElement).ownerSVGElement];
        const frame = svg?.getBoundingClientRect();
        if (!frame || (svg !== null && style(svg).overflow === 'visible')) continue;
        if (
          box.left < frame.left - LEAST_PX ||
          box.right > frame.right + LEAST_PX ||
          box.top < frame.top - LEAST_PX ||
          box.bottom > frame.bottom + LEAST_PX
        )
          clipped.push(`${name(element)} leaves its drawing`);
        continue;
      }
      for (let at: Element | null = element; at && at !== document.body; at = at.parentElement) {
        const { overflowX, overflowY } = style(at);
        const frame = at.getBoundingClientRect();
        const lines = linesOf(element);
        const [right, bottom] = [Math.max(...lines.map((line) => line.right)), Math.max(...lines.map((line) => line.bottom))];
        // what scrolls can be reached
        if (overflowX === 'hidden' && right > frame.right + LEAST_PX)
          clipped.push(`${name(element)} is cut off by ${Math.round(right - frame.right)} px`);
        if (overflowY === 'hidden' && bottom > frame.bottom + LEAST_PX)
          clipped.push(`${name(element)} is cut off below by ${Math.round(bottom - frame.bottom)} px`);
        if (overflowX === 'auto' || overflowX === 'scroll' || overflowY === 'auto' || overflowY === 'scroll') break;
      }
    }
    for (const field of all.filter(
      (element) => isSeen(element) && element.matches('input:not([type=checkbox]):not([type=radio]):not([type=file]):not([type=range])'),
    )) {
      const input = field as HTMLInputElement;
      if (input.scrollWidth > input.clientWidth + LEAST_PX && input.value === input.defaultValue)
        clipped.push(`the field “${input.name || input.getAttribute('aria-label') || input.id}” does not show all of “${input.value}”`);
    }

    const overlapping: string[] = [];
    /** What of a line is seen: what is scrolled out of its box lies over nothing. */
    const seenOf = (element: Element, box: DOMRect): DOMRect => {
      let [left, right, top, bottom] = [box.left, box.right, box.top, box.bottom];
      for (let at: Element | null = element; at && at !== document.body; at = at.parentElement) {
        if (!/auto|scroll/.test(style(at).overflowY + style(at).overflowX)) continue;
        const frame = at.getBoundingClientRect();
        [left, right] = [Math.max(left, frame.left), Math.min(right, frame.right)];
        [top, bottom] = [Math.max(top, frame.top), Math.min(bottom, frame.bottom)];
      }
      return new DOMRect(left, top, Math.max(0, right - left), Math.max(0, bottom - top));
    };
    const lines = words.flatMap((element) => linesOf(element).map((box) => ({ element, box: seenOf(element, box) })));
    for (const [i, one] of lines.entries())
      for (const other of lines.slice(i + 1)) {
        if (one.element === other.element) continue;
        const wide = Math.min(one.box.right, other.box.right) - Math.max(one.box.left, other.box.left);
        const high = Math.min(one.box.bottom, other.box.bottom) - Math.max(one.box.top, other.box.top);
        if (wide > LEAST_PX && high > LEAST_PX)
          overlapping.push(`${name(one.element)} and ${name(other.element)} by ${Math.round(wide)} × ${Math.round(high)} px`);
      }
    return {
      sideways: Math.max(0, document.documentElement.scrollWidth - window.innerWidth),
      clipped: [...new Set(clipped)].slice(0, 12),
      overlapping: [...new Set(overlapping)].slice(0, 12),
    };
  });
}
