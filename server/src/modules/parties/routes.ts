import {
  cardsAsked,
  cardsIssued,
  enteredByLead,
  givenPartyLink,
  givenPartyLinks,
  newMemberLinks,
  givenTies,
  memberChange,
  memberTable,
  memberTableRead,
  newByLead,
  newMembers,
  newParty,
  newPartyLink,
  onTheDay,
  ownCollar,
  paperSize,
  party,
  partyByLink,
  partyChange,
  partyLink,
  partyLinkList,
  partyList,
  partyMember,
  partyOff,
  partyPage,
  partyQuery,
  printerState,
  problem,
  proposal,
  proposalQuery,
  recordId,
  tiesMoved,
  version,
} from '@easytuck/contract';
import type { FastifyInstance, FastifyRequest } from 'fastify';
import type { ZodTypeProvider } from 'fastify-type-provider-zod';
import { v5, v7 as uuid } from 'uuid';
import { z } from 'zod';
import { isLoopbackName } from '../../plugins/gate.ts';
import { bySignedIn, signedInName } from '../../plugins/whoIsThere.ts';
import { wearerRepository } from '../wearers/repository.ts';
import { cardService } from '../cards/service.ts';
import { originOf } from '../links/routes.ts';
import type { LabelPrinter } from '../printer/service.ts';
import { pdfAnswer, sendAs, sendPdf } from '../sendFile.ts';
import { shopRepository } from '../shop/repository.ts';
import { calendarOf } from './calendar.ts';
import { eveningOf } from './evening.ts';
import { partyLinkService } from './linkService.ts';
import { partyPaperService } from './paperService.ts';
import { readMembers } from './readMembers.ts';
import { partyService } from './service.ts';

const tags = ['parties'];
const params = z.object({ id: recordId });
const memberParams = z.object({ id: recordId, memberId: recordId });
const refusals = {
  400: problem,
  401: problem,
  403: problem,
  404: problem,
  409: problem,
  413: problem,
  422: problem,
  429: problem,
  503: problem,
};

/** What is printed of a party. */
const PAPERS = ['cards', 'coachSheets', 'runSheet', 'nightBefore'] as const;
const PAPER_NAMES = { cards: 'set-cards', coachSheets: 'coach-sheets', runSheet: 'run-sheet', nightBefore: 'night-before' } as const;

/** The party page’s address for a key. The key stands behind the mark that browsers keep to themselves: no log ever holds it. */
const partyAddress = (origin: string, key: string): string => `${origin}/party#${key}`;

/** Options: the shop’s label printer, and the address under which the shop is reached from outside, where it is known. */
export interface PartyOptions {
  readonly printer: LabelPrinter;
  readonly address: string | undefined;
}

/** Parties, their members, what is allotted, printed and done on the day; and what links to them open. */
export async function partyRoutes(app: FastifyInstance, { printer, address }: PartyOptions): Promise<void> {
  const routes = app.withTypeProvider<ZodTypeProvider>();
  const parties = partyService(app.database);
  const papers = partyPaperService(app.database);
  const links = partyLinkService(app.database);
  const wearers = wearerRepository(app.database);
  const cards = cardService(app.database);
  const settings = shopRepository(app.database);

  routes.get('/parties', { schema: { tags, querystring: partyQuery, response: { 200: partyList, ...refusals } } }, async ({ query }) =>
    parties.list(query.show, query.limit, query.offset),
  );
  routes.get('/parties/:id', { schema: { tags, params, response: { 200: partyPage, ...refusals } } }, async (request) =>
    parties.page(request.params.id),
  );
  routes.post(
    '/parties',
    { schema: { tags, body: newParty, response: { 200: party, 201: party, ...refusals } } },
    async ({ body }, reply) => {
      const { id, ...data } = body;
      const { stored, created } = await parties.create(id, data);
      return reply.status(created ? 201 : 200).send(stored);
    },
  );
  routes.put('/parties/:id', { schema: { tags, params, body: partyChange, response: { 200: party, ...refusals } } }, async (request) => {
    const { version: based, ...data } = request.body;
    return parties.change(request.params.id, based, data);
  });
  routes.put('/parties/:id/off', { schema: { tags, params, body: partyOff, response: { 200: party, ...refusals } } }, async (request) =>
    parties.callOff(request.params.id, request.body.version, request.body.off),
  );

  routes.post(
    '/parties/:id/members',
    { schema: { tags, params, body: newMembers, response: { 200: partyPage, ...refusals } } },
    async (request) => parties.addMembers(request.params.id, request.body.members),
  );
  routes.post(
    '/parties/:id/members/table',
    { schema: { tags, params, body: memberTable, response: { 200: memberTableRead, ...refusals } } },
    async (request) => {
      const { id } = request.params;
      const { members } = await parties.page(id);
      const { rows, mistakes } = await readMembers(
        request.body.text,
        members.map(({ name }) => name),
      );
      const named = await wearers.named(
        rows.map(({ data }) => data.name),
        null,
      );
      // a name that several people on record have is nobody’s until somebody says whose
      const knownAs = (name: string) => {
        const found = named.filter((wearer) => wearer.name.toLowerCase() === name.toLowerCase());
        return found.length === 1 ? found[0] : undefined;
      };
      const good = rows.map(({ row, data }) => {
        const known = knownAs(data.name);
        return { row, name: data.name, collar: data.collar?.text ?? known?.collar.text ?? '', isKnown: known !== undefined };
      });
      if (request.body.isTrial || rows.length === 0) return { taken: 0, good, mistakes };
      await parties.addMembers(
        id,
        rows.map(({ data }) => ({ ...data, id: uuid(), wearerId: knownAs(data.name)?.id ?? null })),
      );
      return { taken: rows.length, good, mistakes };
    },
  );
  routes.put(
    '/parties/:id/members/:memberId',
    { schema: { tags, params: memberParams, body: memberChange, response: { 200: partyMember, ...refusals } } },
    async (request) => {
      const { version: based, ...data } = request.body;
      return parties.changeMember(request.params.id, request.params.memberId, based, data);
    },
  );
  routes.delete(
    '/parties/:id/members/:memberId',
    {
      schema: {
        tags,
        params: memberParams,
        querystring: z.object({ version: z.coerce.number().pipe(version) }),
        response: { 200: z.null(), ...refusals },
      },
    },
    async (request) => {
      await parties.removeMember(request.params.id, request.params.memberId, request.query.version);
      return null;
    },
  );
  routes.put(
    '/parties/:id/members/:memberId/day',
    { schema: { tags, params: memberParams, body: onTheDay, response: { 200: partyMember, ...refusals } } },
    async (request) => parties.onTheDay(request.params.id, request.params.memberId, request.body),
  );

  routes.post(
    '/parties/:id/proposal',
    { schema: { tags, params, body: proposalQuery, response: { 200: proposal, ...refusals } } },
    async (request) => parties.propose(request.params.id, request.body.look),
  );
  routes.put(
    '/parties/:id/ties',
    { schema: { tags, params, body: givenTies, response: { 200: partyPage, ...refusals } } },
    async (request) => parties.giveTies(request.params.id, request.body.ties),
  );
  routes.put(
    '/parties/:id/places',
    { schema: { tags, params, body: tiesMoved, response: { 200: partyPage, ...refusals } } },
    async (request) => parties.moveTies(request.params.id, request.body.memberIds, request.body.to),
  );
  routes.post(
    '/parties/:id/cards',
    { schema: { tags, params, body: cardsAsked, response: { 200: cardsIssued, ...refusals } } },
    async (request) => {
      const { staff, cards: asked } = bySignedIn(request, 'staff');
      return parties.issueCards(request.params.id, staff, asked);
    },
  );
  routes.post(
    '/parties/:id/labels',
    { schema: { tags, params, body: z.object({ jobId: recordId }), response: { 200: printerState, ...refusals } } },
    async (request) => {
      let state = await printer.state();
      for (const fittingId of await papers.inOrder(request.params.id))
        // a key for each label of this run: sent again, none is printed twice
        state = await printer.print({ id: v5(fittingId, request.body.jobId), ...(await cards.labelSvg(fittingId)) });
      return state;
    },
  );
  routes.get(
    '/parties/:id/paper/:what',
    {
      schema: {
        tags,
        params: z.object({ id: recordId, what: z.enum(PAPERS) }),
        querystring: z.object({ paper: paperSize.optional() }),
        response: { 200: pdfAnswer, ...refusals },
      },
    },
    async (request, reply) => {
      const { id, what } = request.params;
      return sendPdf(reply, PAPER_NAMES[what], await papers[what](id, request.query.paper));
    },
  );
  routes.get(
    '/parties/:id/calendar.ics',
    { schema: { tags, params, response: { 200: z.any().describe('An iCalendar file (RFC 5545).'), ...refusals } } },
    async (request, reply) => {
      const page = await parties.page(request.params.id);
      const text = calendarOf(page, await eveningOf(app.database, page, new Date()), (await settings.read()).name);
      return sendAs(reply, 'text/calendar; charset=utf-8', 'attachment; filename="party.ics"', Buffer.from(text));
    },
  );

  const given = (request: FastifyRequest, { link, key }: Awaited<ReturnType<typeof links.give>>) => {
    const origin = originOf(request, address);
    return { link, key, address: partyAddress(origin, key), isReachable: !isLoopbackName(new URL(origin).hostname) };
  };
  routes.get('/parties/:id/links', { schema: { tags, params, response: { 200: partyLinkList, ...refusals } } }, async (request) => ({
    links: await links.ofParty(request.params.id),
  }));
  routes.post(
    '/parties/:id/links',
    { schema: { tags, params, body: newPartyLink, response: { 200: givenPartyLink, ...refusals } } },
    async (request) =>
      given(request, await links.give(request.body.id, request.params.id, request.body.memberId, signedInName(request) ?? '')),
  );
  routes.post(
    '/parties/:id/links/members',
    { schema: { tags, params, body: newMemberLinks, response: { 200: givenPartyLinks, ...refusals } } },
    async (request) => {
      const made = await links.giveEach(request.params.id, request.body.links, signedInName(request) ?? '');
      return { links: made.map((each) => given(request, each)) };
    },
  );
  routes.put(
    '/parties/:id/links/:linkId/withdrawn',
    { schema: { tags, params: z.object({ id: recordId, linkId: recordId }), response: { 200: partyLink, ...refusals } } },
    async (request) => links.withdraw(request.params.id, request.params.linkId),
  );

  const keyOf = ({ who }: FastifyRequest): string => (who.kind === 'link' ? who.key : '');
  const opened = { 200: partyByLink, ...refusals };
  routes.get('/party-key', { schema: { tags, response: opened } }, async (request) => links.open(keyOf(request), request.ip));
  routes.put('/party-key/own', { schema: { tags, body: ownCollar, response: opened } }, async (request) =>
    links.enterOwn(keyOf(request), request.ip, request.body),
  );
  routes.post('/party-key/members', { schema: { tags, body: newByLead, response: opened } }, async (request) =>
    links.add(keyOf(request), request.ip, request.body.id, request.body.name),
  );
  routes.put(
    '/party-key/members/:memberId/own',
    { schema: { tags, params: z.object({ memberId: recordId }), body: enteredByLead, response: opened } },
    async (request) => links.enterFor(keyOf(request), request.ip, request.params.memberId, request.body),
  );
  routes.post(
    '/party-key/links',
    { schema: { tags, body: newMemberLinks, response: { 200: givenPartyLinks, ...refusals } } },
    async (request) => {
      const made = await links.giveOn(keyOf(request), request.ip, request.body.links);
      return { links: made.map((each) => given(request, each)) };
    },
  );
  routes.put(
    '/party-key/members/:memberId/day',
    { schema: { tags, params: z.object({ memberId: recordId }), body: onTheDay, response: opened } },
    async (request) => links.onTheDay(keyOf(request), request.ip, request.params.memberId, request.body),
  );
}
