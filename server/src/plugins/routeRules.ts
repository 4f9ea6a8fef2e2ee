import type { Action } from '@easytuck/contract';

/** What a route asks of whoever asks it. `anybody`: it is there to find out who that is. `link`: the key of a wearer's link, and nothing else. */
export type Rule = Action | 'anybody' | 'link';

/** A rule, and what is put on the record of who did what; what only reads leaves none, but for what is taken away. */
export interface RouteRule {
  readonly rule: Rule;
  readonly deed: string | null;
}

const rule = (asked: Rule, deed: string | null = null): RouteRule => ({ rule: asked, deed });

/** All routes. One that is missing here keeps the server from starting. */
export const ROUTE_RULES: Readonly<Record<string, RouteRule>> = {
  'GET /healthz': rule('anybody'),
  'GET /readyz': rule('anybody'),
  'GET /metrics': rule('anybody'),

  'GET /api/session': rule('anybody'),
  'POST /api/session': rule('anybody'),
  'DELETE /api/session': rule('anybody'),
  'POST /api/session/everywhere': rule('anybody'),
  'POST /api/session/away': rule('anybody'),
  'POST /api/session/pin': rule('anybody'),
  'POST /api/session/passkey-options': rule('anybody'),
  'POST /api/session/passkey': rule('anybody'),
  'POST /api/people/first': rule('anybody'),
  'GET /api/people': rule('people.manage'),
  'POST /api/people': rule('people.manage', 'set somebody up'),
  'PUT /api/people/:id': rule('people.manage', 'changed somebody who works here'),
  'PUT /api/people/:id/password': rule('people.manage', 'set somebody’s password anew'),
  'PUT /api/own/password': rule('own.change', 'changed their password'),
  'PUT /api/own/pin': rule('own.change', 'changed their PIN'),
  'GET /api/own/passkeys': rule('own.change'),
  'POST /api/own/passkeys/options': rule('own.change'),
  'POST /api/own/passkeys': rule('own.change', 'added a passkey'),
  'DELETE /api/own/passkeys/:id': rule('own.change', 'removed a passkey'),
  'GET /api/deeds': rule('deeds.read'),
  'GET /api/deeds.csv': rule('deeds.read', 'took the record of deeds away'),

  'GET /api/wearers': rule('wearers.read'),
  'GET /api/wearers/due.ics': rule('wearers.read'),
  'GET /api/wearers/like': rule('wearers.read'),
  'GET /api/wearers/:id': rule('wearers.read'),
  'POST /api/wearers': rule('wearers.change', 'entered a wearer'),
  'PUT /api/wearers/:id': rule('wearers.change', 'changed a wearer'),
  'PUT /api/wearers/:id/away': rule('wearers.change', 'put a wearer away, or took out again'),
  'DELETE /api/wearers/:id': rule('wearers.change', 'deleted a wearer'),
  'GET /api/wearers/:id/measures': rule('wearers.read'),
  'POST /api/wearers/:id/merge': rule('wearers.change', 'merged two wearers'),
  'GET /api/wearers/:id/ties': rule('wearers.read'),
  'PUT /api/wearers/:id/ties/:tieId': rule('wearers.change', 'put a tie among a wearer’s own'),
  'PUT /api/wearers/:id/usual-tie/:tieId': rule('wearers.change', 'marked a wearer’s usual tie'),
  'DELETE /api/wearers/:id/usual-tie': rule('wearers.change', 'marked no tie as a wearer’s usual one'),
  'DELETE /api/wearers/:id/ties/:tieId': rule('wearers.change', 'took a tie from a wearer’s own'),
  'GET /api/wearers/:id/held': rule('wearers.tell', 'took away what is held of a wearer'),
  'GET /api/wearers/:id/erasure': rule('wearers.erase'),
  'POST /api/wearers/:id/erasure': rule('wearers.erase', 'erased a wearer'),
  'GET /api/privacy/due': rule('wearers.erase'),

  'GET /api/ties': rule('ties.read'),
  'GET /api/ties/:id': rule('ties.read'),
  'POST /api/ties': rule('ties.change', 'entered a tie'),
  'PUT /api/ties/:id': rule('ties.change', 'changed a tie'),
  'PUT /api/ties/:id/away': rule('ties.change', 'put a tie away, or took out again'),

  'GET /api/fittings': rule('fittings.read'),
  'GET /api/fittings/ledger': rule('fittings.read'),
  'GET /api/fittings/ledger.csv': rule('tables.export', 'took the ledger away'),
  'GET /api/fittings/ledger.xlsx': rule('tables.export', 'took the ledger away'),
  'GET /api/fittings/:id': rule('fittings.read'),
  'GET /api/fittings/:id/revisions': rule('fittings.read'),
  'GET /api/fittings/:id/recomputed': rule('fittings.read'),
  'POST /api/fittings': rule('fittings.giveOut', 'issued a card'),

  'GET /api/calendars': rule('wearers.read'),
  'POST /api/calendars': rule('links.give', 'made a calendar subscription'),
  'DELETE /api/calendars/:id': rule('links.give', 'ended a calendar subscription'),
  'GET /api/calendars/:key/due.ics': rule('anybody'),

  'GET /api/links': rule('fittings.read'),
  'POST /api/links': rule('links.give', 'gave a wearer the coach'),
  'PUT /api/links/:id/withdrawn': rule('links.give', 'withdrew a wearer’s coach'),
  'GET /api/pocket': rule('link'),
  'POST /api/pocket/tries': rule('link', 'logged a try by their link'),

  'GET /api/parties': rule('parties.read'),
  'GET /api/parties/:id': rule('parties.read'),
  'POST /api/parties': rule('parties.change', 'entered a party'),
  'PUT /api/parties/:id': rule('parties.change', 'changed a party'),
  'PUT /api/parties/:id/off': rule('parties.change', 'called a party off, or on again'),
  'POST /api/parties/:id/members': rule('parties.change', 'put members on a party’s list'),
  'POST /api/parties/:id/members/table': rule('parties.change', 'read members from a table'),
  'PUT /api/parties/:id/members/:memberId': rule('parties.change', 'changed a member of a party'),
  'DELETE /api/parties/:id/members/:memberId': rule('parties.change', 'took a member off a party’s list'),
  'PUT /api/parties/:id/members/:memberId/day': rule('parties.day', 'ticked a member of a party'),
  'POST /api/parties/:id/proposal': rule('parties.read'),
  'PUT /api/parties/:id/ties': rule('parties.change', 'allotted ties to a party'),
  'PUT /api/parties/:id/places': rule('parties.day', 'gave ties out, or took them back'),
  'POST /api/parties/:id/cards': rule('fittings.giveOut', 'issued a party’s cards'),
  'POST /api/parties/:id/labels': rule('printer.use'),
  'GET /api/parties/:id/paper/:what': rule('paper.print'),
  'GET /api/parties/:id/calendar.ics': rule('parties.read'),
  'GET /api/parties/:id/links': rule('parties.read'),
  'POST /api/parties/:id/links': rule('links.give', 'gave a link to a party'),
  'POST /api/parties/:id/links/members': rule('links.give', 'made links for members of a party'),
  'PUT /api/parties/:id/links/:linkId/withdrawn': rule('links.give', 'withdrew a link to a party'),
  'GET /api/party-key': rule('link'),
  'PUT /api/party-key/own': rule('link', 'entered their collar by their link'),
  'POST /api/party-key/members': rule('link', 'put a name on a party’s list by the lead’s link'),
  'PUT /api/party-key/members/:memberId/own': rule('link', 'entered a member’s collar by the lead’s link'),
  'POST /api/party-key/links': rule('link', 'made links for members through the lead’s link'),
  'PUT /api/party-key/members/:memberId/day': rule('link', 'ticked a member by the lead’s link'),

  'GET /api/collars': rule('collars.read'),
  'POST /api/collars': rule('collars.change', 'entered a collar'),
  'PUT /api/collars/:id': rule('collars.change', 'changed a collar'),
  'DELETE /api/collars/:id': rule('collars.change', 'deleted a collar'),

  'GET /api/tyings': rule('tyings.read'),
  'GET /api/tyings/kin/:tieId': rule('tyings.read'),
  'GET /api/tyings/own-take-ups/:wearerId': rule('tyings.read'),
  'PUT /api/tyings/:id/kept': rule('tyings.record', 'took a tying off the record, or put it back'),
  'POST /api/tyings': rule('tyings.record', 'recorded a tying'),

  'GET /api/shop': rule('shop.read'),
  'PUT /api/shop': rule('shop.change', 'changed the shop’s habits'),

  'GET /api/paper/cards': rule('paper.print'),
  'GET /api/paper/gauges/:tieId': rule('paper.print'),
  'GET /api/paper/coach-sheets/:fittingId': rule('paper.print'),
  'POST /api/paper/with-link/:fittingId': rule('links.give'),
  'GET /api/paper/set-tables/ties/:id': rule('paper.print'),
  'GET /api/paper/set-tables/wearers/:id': rule('paper.print'),

  'GET /api/exchange/:kind': rule('tables.export', 'took a table away'),
  'POST /api/exchange/:kind': rule('tables.import', 'checked or took in a table'),
  'GET /api/exchange/imports/:key': rule('tables.import'),
  'DELETE /api/exchange/imports/:key': rule('tables.import', 'cancelled an import'),

  'GET /api/printer': rule('printer.read'),
  'POST /api/printer/jobs': rule('printer.use', 'printed a label'),
  'GET /api/printer/jobs/:id/image': rule('printer.read'),
  'POST /api/printer/controls': rule('printer.use'),

  'GET /api/running': rule('running.read'),
  'GET /api/backups': rule('backups.read'),
  'POST /api/backups': rule('backups.make', 'made a backup'),
  'GET /api/whole-shop': rule('shop.takeAway', 'took the whole shop away'),
};

/** The rule of a route; the pages that describe the interface are for whoever may look at the shop. Undefined for pages. */
export function ruleOf(method: string, url: string): RouteRule | undefined {
  const asked = method === 'HEAD' ? 'GET' : method;
  if (url === '/api/docs' || url.startsWith('/api/docs/')) return rule('shop.read');
  return ROUTE_RULES[`${asked} ${url.length > 1 && url.endsWith('/') ? url.slice(0, -1) : url}`];
}
