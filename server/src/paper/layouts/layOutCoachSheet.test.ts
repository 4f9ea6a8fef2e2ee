import type { Fitting } from '@easytuck/contract';
import { OFFERED_WAYS } from '@easytuck/core';
import { getDocument, OPS, type PDFPageProxy } from 'pdfjs-dist/legacy/build/pdf.mjs';
import { v7 as uuid } from 'uuid';
import { measureText } from '../fonts.ts';
import { layOutCoachSheet } from './layOutCoachSheet.ts';
import { POINTS_PER_MM } from '../renderPdf.ts';
import { textOf, tie } from '../testing.ts';
import { aFitting, openTestShop, type TestShop } from '../../testing.ts';

let shop: TestShop;

let fitting: Fitting;

beforeAll(async () => {
  shop = await openTestShop();
  await shop.app.inject({ method: 'POST', url: '/api/ties', payload: tie });
  fitting = await giveOut({ occasion: 'blackTie' });
});

afterAll(async () => {
  await shop.close();
});

async function giveOut(change: Parameters<typeof aFitting>[2]): Promise<Fitting> {
  const wearer = { kind: 'new', id: uuid(), name: 'Rosalind Åkesson-Quaye' } as const;
  return (await shop.app.inject({ method: 'POST', url: '/api/fittings', payload: aFitting(wearer, tie.id, change) })).json<Fitting>();
}

/** Pages of a PDF, read by pdf.js, which shares nothing with the writer. */
async function pagesOf(url: string): Promise<PDFPageProxy[]> {
  const answer = await shop.app.inject({ method: 'GET', url });
  expect([answer.statusCode, answer.headers['content-type']]).toEqual([200, 'application/pdf']);
  const document = await getDocument({ data: new Uint8Array(answer.rawPayload), verbosity: 0 }).promise;
  return Promise.all(Array.from({ length: document.numPages }, (_, i) => document.getPage(i + 1)));
}

describe('the coach sheet', () => {
  it.each(['A4', 'Letter'])('shows all steps of the main way on few sheets of %s, in vectors, in the wearer’s own sides', async (paper) => {
    const pages = await pagesOf(`/api/paper/coach-sheets/${fitting.id}?paper=${paper}`);
    // thirteen steps, two beside each other, each with its picture, both hands and what to check
    expect(pages.length).toBeLessThanOrEqual(4);
    const text = (await Promise.all(pages.map(textOf))).join(' ');
    for (const words of [
      'Rosalind Åkesson-Quaye',
      'Printed tie',
      '1. Set the band',
      '9. Find the passage',
      '13. Collar down',
      `1 of ${pages.length}`,
      'on your right',
      'presses the throat',
    ])
      expect(text).toContain(words);
    const operators = (await pages[1]?.getOperatorList())?.fnArray ?? [];
    expect(operators).not.toContain(OPS.paintImageXObject);
    expect(operators.filter((fn) => fn === OPS.constructPath).length).toBeGreaterThan(1000);
  });

  it('keeps every picture and every line of text on the sheet, in every way, on both papers', () => {
    const outside: string[] = [];
    for (const way of OFFERED_WAYS)
      for (const paper of ['A4', 'Letter'] as const)
        for (const { widthMm, heightMm, items } of layOutCoachSheet(
          fitting,
          way,
          way === 'helper' ? 'facing' : 'wearer',
          'in',
          paper,
          measureText,
        ))
          for (const item of items) {
            const isIn =
              item.kind === 'still'
                ? item.x > 10 && item.x + item.widthMm < widthMm - 10 && item.y > 20 && item.y + item.heightMm < heightMm - 25
                : item.kind !== 'text' || (item.y < heightMm - 4 && item.x + measureText(item.text, item.typeface, item.sizeMm) < widthMm);
            if (!isIn) outside.push(`${way}, ${paper}: ${JSON.stringify(item)}`);
          }
    expect(outside).toEqual([]);
  });

  it('shows each picture through a window of the PDF’s own, so that no cloth reaches past it', async () => {
    const stills = layOutCoachSheet(fitting, 'main', 'wearer', 'in', 'A4', measureText).flatMap(({ items }) =>
      items.filter((item) => item.kind === 'still'),
    );
    // some of the cloth does reach past its picture: the band round the neck, the long end on its way
    expect(stills.some(({ x, patches }) => patches.some(({ points }) => points.some(([at]) => at < x - 1)))).toBe(true);
    const pages = await pagesOf(`/api/paper/coach-sheets/${fitting.id}?paper=A4`);
    const windows = (
      await Promise.all(
        pages.map(async (page) => {
          const { fnArray, argsArray } = await page.getOperatorList();
          const heightPt = page.view[3] ?? Number.NaN;
          // a window is a rectangle made a clipping path: its bounds come with the path before it
          return fnArray.flatMap((fn, i) => {
            if (fn !== OPS.clip) return [];
            const path = argsArray.slice(i + 1, i + 2)[0] as readonly unknown[];
            const [left, low, right, high] = Array.from(path[2] as ArrayLike<number>).map((pt) => pt / POINTS_PER_MM);
            return [
              {
                x: left,
                y: heightPt / POINTS_PER_MM - (high ?? 0),
                widthMm: (right ?? 0) - (left ?? 0),
                heightMm: (high ?? 0) - (low ?? 0),
              },
            ];
          });
        }),
      )
    ).flat();
    expect(windows).toHaveLength(stills.length);
    for (const [i, { x, y, widthMm, heightMm }] of stills.entries()) {
      expect(windows[i]?.x).toBeCloseTo(x, 1);
      expect(windows[i]?.y).toBeCloseTo(y, 1);
      expect(windows[i]?.widthMm).toBeCloseTo(widthMm, 1);
      expect(windows[i]?.heightMm).toBeCloseTo(heightMm, 1);
    }
  });

  it('draws the late school’s bow at its finished set, and says what to let out and take in', async () => {
    const late = await giveOut({ school: 'late' });
    // from each picture's own corner: longer words put pictures further down
    const patches = (shown: Fitting): unknown[] =>
      layOutCoachSheet(shown, 'main', 'wearer', 'in', 'A4', measureText).flatMap(({ items }) =>
        items.flatMap((item) =>
          item.kind === 'still'
            ? [item.patches.map(({ points }) => points.map(([x, y]) => [(x - item.x).toFixed(6), (y - item.y).toFixed(6)]))]
            : [],
        ),
      );
    // what is let out is taken in before the last step: the bow there is the finished one
    expect(patches(late).at(-1)).toEqual(patches(fitting).at(-1));
    expect(patches(late)).toHaveLength(patches(fitting).length);
    // before that the half-knot hangs lower, and with it all that is tied on it
    expect(patches(late).at(-2)).not.toEqual(patches(fitting).at(-2));
    const text = (await Promise.all((await pagesOf(`/api/paper/coach-sheets/${late.id}`)).map(textOf))).join(' ');
    // (lines break anywhere)
    expect(text.replace(/\s+/g, ' ')).toContain('Now let it out to mark 18, its longest, for tying');
    expect(text.replace(/\s+/g, ' ')).toContain('Take the band in from mark 18 to mark 16');
  });

  it('speaks to a helper who faces the wearer, with the pictures turned', async () => {
    const text = (await Promise.all((await pagesOf(`/api/paper/coach-sheets/${fitting.id}?told=facing`)).map(textOf))).join(' ');
    expect(text).toContain('as you face the wearer');
    expect(text).toContain('the wearer’s left (on your right)');
    expect(text).not.toContain('mirror');
    const xs = (told: 'wearer' | 'facing'): number[] =>
      layOutCoachSheet(fitting, 'main', told, 'in', 'A4', measureText)
        .slice(0, 1)
        .flatMap(({ items }) =>
          items.flatMap((item) => (item.kind === 'still' ? item.patches.flatMap(({ points }) => points[0]?.[0] ?? []) : [])),
        )
        .slice(0, 40);
    expect(xs('facing')).not.toEqual(xs('wearer'));
  });

  it('is refused for a way that nobody knows, and for a fitting that is not there', async () => {
    const of = (path: string) => shop.app.inject({ method: 'GET', url: `/api/paper/coach-sheets/${path}` });
    expect((await of(`${fitting.id}?way=magic`)).statusCode).toBe(400);
    expect((await of(uuid())).statusCode).toBe(404);
  });
});
