/** What the generated attacks share: routes, texts and values that nobody would send. */
import { readFileSync } from 'node:fs';
import fc from 'fast-check';

/** A route of the OpenAPI document. */
export interface Route {
  readonly method: 'GET' | 'POST' | 'PUT' | 'DELETE';
  readonly path: string;
  readonly query: readonly string[];
}

/** An OpenAPI document, as far as its routes. */
export interface OpenApi {
  readonly paths: Readonly<Record<string, Readonly<Record<string, { readonly parameters?: readonly { in: string; name: string }[] }>>>>;
}

/** All routes of an OpenAPI document. */
export function routesOf(document: OpenApi): readonly Route[] {
  return Object.entries(document.paths).flatMap(([path, methods]) =>
    Object.entries(methods).map(([method, { parameters = [] }]) => ({
      method: method.toUpperCase() as Route['method'],
      path,
      query: parameters.filter((parameter) => parameter.in === 'query').map(({ name }) => name),
    })),
  );
}

/** Texts that break programs. */
export const ODD_TEXTS = [
  ...[
    '',
    ' ',
    '\u0000',
    '\ud842',
    'a\udfff',
    '𠮷野',
    '=1+1',
    "'; DROP TABLE wearers; --",
    '../../etc/passwd',
    '%',
    '_',
    '\\',
    'null',
    'NaN',
    '-5',
  ],
  ...[
    `1${' '.repeat(20_000)}x`,
    '9'.repeat(400),
    'é'.repeat(5_000),
    '\r\n',
    '<script>',
    '{{7*7}}',
    '1e309',
    '0x10',
    'left',
    'in',
    '2026-02-30',
    '9999-12-31',
  ],
  ...[
    '0000-01-01',
    '15 3/4',
    '40 cm',
    '500 mm',
    'silk',
    'slots',
    'tied',
    'known',
    'new',
    'check',
    'all',
    'csv',
    'A4',
    '__proto__',
    'constructor',
    'toString',
  ],
];
const ODD_NUMBERS = [0, -1, 1, 1.5, -0, 2 ** 31, 2 ** 53, 1e308, -1e308, 5e-324, 842.3, 38.1];

/** How long this process has waited for its turn so far, in ms (Linux: schedstat, second figure); nothing where it is not counted. */
export function waitedMs(): number {
  try {
    return Number(readFileSync('/proc/self/schedstat', 'utf8').split(' ')[1]) / 1e6 || 0;
  } catch {
    return 0;
  }
}

/** Values of any kind, some of them near to what is wanted. `ids` are keys that are on record. */
export function anyValue(ids: readonly string[]): fc.Arbitrary<unknown> {
  const leaf = fc.oneof(
    { weight: 4, arbitrary: fc.constantFrom<unknown>(...ODD_TEXTS, ...ids) },
    { weight: 3, arbitrary: fc.constantFrom<unknown>(...ODD_NUMBERS) },
    { weight: 2, arbitrary: fc.constantFrom<unknown>(null, true, false, [], {}) },
    { weight: 1, arbitrary: fc.string({ unit: 'binary', maxLength: 60 }) },
  );
  return fc.oneof(
    { weight: 5, arbitrary: leaf },
    { weight: 1, arbitrary: fc.array(leaf, { maxLength: 6 }) },
    { weight: 1, arbitrary: fc.dictionary(fc.constantFrom('id', 'kind', 'atMm', 'x', '__proto__'), leaf, { maxKeys: 4 }) },
  );
}

/** A sound body with some of its fields, at any depth, replaced or taken out; the calmer, the fewer. */
export function mutated(body: unknown, ids: readonly string[], calm: number): fc.Arbitrary<unknown> {
  if (typeof body !== 'object' || body === null)
    return fc.oneof({ weight: 3, arbitrary: fc.constant(body) }, { weight: 1, arbitrary: anyValue(ids) });
  if (Array.isArray(body))
    return fc.oneof(
      { weight: 4, arbitrary: fc.tuple(...body.map((each) => mutated(each, ids, calm))) },
      { weight: 1, arbitrary: anyValue(ids) },
    );
  const fields = Object.fromEntries(
    Object.entries(body).map(([name, value]) => [
      name,
      fc.oneof(
        { weight: calm, arbitrary: fc.constant(value) },
        { weight: 2, arbitrary: mutated(value, ids, calm) },
        { weight: 1, arbitrary: anyValue(ids) },
        { weight: 1, arbitrary: fc.constant(undefined) },
      ),
    ]),
  );
  return fc.oneof({ weight: 9, arbitrary: fc.record(fields) }, { weight: 1, arbitrary: anyValue(ids) });
}
