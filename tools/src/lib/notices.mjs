/** @typedef {{ name: string, version: string, licence: string, text: string }} Shipped */

/**
 * Folders of the packages that the running program is made of: those of the lock file that are not there for its makers alone.
 * @param {{ packages: Readonly<Record<string, { dev?: boolean, link?: boolean, optional?: boolean }>> }} lock
 */
export const shippedPackages = ({ packages }) =>
  Object.entries(packages)
    .filter(([path, { dev, link }]) => path.includes('node_modules/') && !dev && !link)
    .map(([path]) => path)
    .sort();

/** A package's licence as it names it itself. @param {{ license?: unknown, licenses?: unknown }} about */
export function licenceOf({ license, licenses }) {
  if (typeof license === 'string') return license;
  const named = Array.isArray(licenses) ? licenses : [license];
  const types = named.flatMap((each) => (typeof each === 'object' && each !== null && 'type' in each ? [String(each.type)] : []));
  return types.length > 0 ? types.join(' OR ') : 'not named';
}

/** The whole document: a list of packages, then each text once with those it goes for. @param {readonly Shipped[]} packages */
export function noticesOf(packages) {
  const listed = [...packages].sort((a, b) => (a.name < b.name ? -1 : a.name > b.name ? 1 : a.version < b.version ? -1 : 1));
  /** @type {Map<string, string[]>} */
  const texts = new Map();
  for (const { name, version, text } of listed) {
    if (text !== '') texts.set(text, [...(texts.get(text) ?? []), `${name} ${version}`]);
  }
  return [
    '# Third-party notices',
    '',
    'Easy Tuck is made with these packages, each under the licence of its makers. Written by `npm run notices`.',
    '',
    ...listed.map(({ name, version, licence }) => `- ${name} ${version}: ${licence}`),
    ...[...texts].flatMap(([text, whose]) => ['', `## ${whose.join(', ')}`, '', '```text', text.replaceAll('```', "'''"), '```']),
    '',
  ].join('\n');
}
