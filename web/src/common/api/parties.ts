import {
  cardsIssued,
  givenPartyLink,
  givenPartyLinks,
  LINK_HEADER,
  memberTableRead,
  party,
  partyByLink,
  partyLink,
  partyLinkList,
  partyList,
  partyMember,
  partyPage,
  printerState,
  proposal,
  type CardsIssued,
  type EnteredByLead,
  type GivenPartyLink,
  type GivenTies,
  type MemberChange,
  type MemberTableRead,
  type NewMemberLinks,
  type NewMembers,
  type NewParty,
  type OnTheDay,
  type OwnCollar,
  type Party,
  type PartyByLink,
  type PartyInput,
  type PartyLink,
  type PartyList,
  type PartyLook,
  type PartyMember,
  type PartyPage,
  type PrinterState,
  type Proposal,
} from '@easytuck/contract';
import type { TiePlace } from '@easytuck/core';
import useSWR, { mutate, type SWRResponse } from 'swr';
import { z } from 'zod';
import type { Reading } from './reading.ts';
import { ApiProblem, request, requestLong } from './request.ts';

const keys = {
  list: (show: string): string => `/api/parties?show=${show}`,
  one: (id: string): string => `/api/parties/${id}`,
  links: (id: string): string => `/api/parties/${id}/links`,
};
/** On the day several look at one party: it is read again so often. */
const READ_AGAIN_MS = 15_000;

/** Parties to come, past, or called off. */
export function useParties(show: 'coming' | 'past' | 'calledOff'): Reading<PartyList> {
  return useSWR(keys.list(show), (key: string) => request('GET', key, partyList), { keepPreviousData: true });
}

/** A party with all its members; read again by itself. */
export function useParty(id: string): Reading<PartyPage> {
  return useSWR(keys.one(id), (key: string) => request('GET', key, partyPage), { refreshInterval: READ_AGAIN_MS });
}

async function took(id: string, page: PartyPage): Promise<PartyPage> {
  await mutate(keys.one(id), page, { revalidate: false });
  return page;
}

const refresh = (id: string): Promise<unknown> => mutate(keys.one(id));

/** Does something over what is shown; where that has moved on, it is read anew, so that what is shown next is what is there. */
async function overShown<T>(id: string, work: () => Promise<T>): Promise<T> {
  try {
    return await work();
  } catch (error) {
    if (error instanceof ApiProblem && error.problem.code === 'stale') await refresh(id);
    throw error;
  }
}

export async function createParty(input: NewParty): Promise<Party> {
  return request('POST', '/api/parties', party, input);
}

/** Saves a party over the version it was based on. */
export async function changeParty(id: string, input: PartyInput & { readonly version: number }): Promise<Party> {
  const saved = await overShown(id, () => request('PUT', keys.one(id), party, input));
  await mutate<PartyPage>(keys.one(id), (page) => page && { ...page, party: saved }, { revalidate: true });
  return saved;
}

/** Changes a part of a party, over the version that is shown. */
export function changePartOf(party: Party, part: Partial<PartyInput>): Promise<Party> {
  const { id, sitsAt: _sits, calledOffAt: _off, createdAt: _created, updatedAt: _updated, ...typed } = party;
  return changeParty(id, { ...typed, ...part });
}

export async function callPartyOff({ id, version }: Pick<Party, 'id' | 'version'>, off: boolean): Promise<Party> {
  const saved = await overShown(id, () => request('PUT', `${keys.one(id)}/off`, party, { version, off }));
  await refresh(id);
  return saved;
}

export const addMembers = async (id: string, members: NewMembers['members']): Promise<PartyPage> =>
  took(id, await request('POST', `${keys.one(id)}/members`, partyPage, { members }));

export async function readMemberTable(id: string, text: string, isTrial: boolean): Promise<MemberTableRead> {
  const read = await request('POST', `${keys.one(id)}/members/table`, memberTableRead, { text, isTrial });
  if (!isTrial) await refresh(id);
  return read;
}

export async function changeMember(id: string, memberId: string, input: MemberChange): Promise<PartyMember> {
  const saved = await request('PUT', `${keys.one(id)}/members/${memberId}`, partyMember, input);
  await refresh(id);
  return saved;
}

export async function removeMember(id: string, { id: memberId, version }: Pick<PartyMember, 'id' | 'version'>): Promise<void> {
  await overShown(id, () => request('DELETE', `${keys.one(id)}/members/${memberId}?version=${version}`, z.null()));
  await refresh(id);
}

/**
 * The ties that a look would give a party. While another look is worked out, the last proposal stays, and `isValidating` is set.
 * @param basis what else the proposal depends on: it is worked out again when this changes.
 */
export const useProposal = (id: string, look: PartyLook, basis: string): SWRResponse<Proposal, unknown> =>
  useSWR<Proposal, unknown>(
    [`${keys.one(id)}/proposal`, JSON.stringify(look), basis],
    () => request('POST', `${keys.one(id)}/proposal`, proposal, { look }),
    { keepPreviousData: true, revalidateOnFocus: false },
  );

export const giveTies = async (id: string, ties: GivenTies['ties']): Promise<PartyPage> =>
  took(id, await overShown(id, () => request('PUT', `${keys.one(id)}/ties`, partyPage, { ties })));

export async function moveTies(id: string, memberIds: readonly string[], to: TiePlace): Promise<PartyPage> {
  const page = await took(id, await request('PUT', `${keys.one(id)}/places`, partyPage, { memberIds, to }));
  void mutate('/api/ties');
  return page;
}

export async function issueCards(
  id: string,
  staff: string,
  cards: readonly { readonly memberId: string; readonly fittingId: string }[],
): Promise<CardsIssued> {
  const issued = await requestLong('POST', `${keys.one(id)}/cards`, cardsIssued, { staff, cards });
  await refresh(id);
  return issued;
}

export const printPartyLabels = (id: string, jobId: string): Promise<PrinterState> =>
  requestLong('POST', `${keys.one(id)}/labels`, printerState, { jobId });

/** Ticks a bow off, or notes when somebody comes; shown at once, before the answer is there. */
export async function onTheDay(id: string, memberId: string, what: OnTheDay): Promise<void> {
  const change = (page: PartyPage | undefined): PartyPage | undefined =>
    page && {
      ...page,
      members: page.members.map((member) =>
        member.id !== memberId
          ? member
          : 'isDone' in what
            ? { ...member, doneAt: what.isDone ? new Date().toISOString() : null }
            : { ...member, arriveMinutes: what.arriveMinutes },
      ),
    };
  await mutate<PartyPage>(
    keys.one(id),
    async (page) => {
      const saved = await request('PUT', `${keys.one(id)}/members/${memberId}/day`, partyMember, what);
      return page && { ...page, members: page.members.map((member) => (member.id === memberId ? saved : member)) };
    },
    { optimisticData: change as (page: PartyPage | undefined) => PartyPage, rollbackOnError: true, revalidate: false },
  );
}

export function usePartyLinks(id: string): Reading<readonly PartyLink[]> {
  return useSWR(keys.links(id), async (key: string) => (await request('GET', key, partyLinkList)).links);
}

export async function givePartyLink(id: string, linkId: string, memberId: string | null): Promise<GivenPartyLink> {
  const given = await request('POST', keys.links(id), givenPartyLink, { id: linkId, memberId });
  await mutate(keys.links(id));
  return given;
}

/** Makes a link for each of several members, under keys made here. */
export async function givePartyLinks(id: string, asked: NewMemberLinks['links']): Promise<readonly GivenPartyLink[]> {
  const { links } = await requestLong('POST', `${keys.links(id)}/members`, givenPartyLinks, { links: asked });
  await mutate(keys.links(id));
  return links;
}

export async function withdrawPartyLink(id: string, linkId: string): Promise<void> {
  await request('PUT', `${keys.links(id)}/${linkId}/withdrawn`, partyLink);
  await mutate(keys.links(id));
}

/** What is asked with the key of a link to a party, and nothing else. */
export const byPartyKey = (key: string) => {
  const ask = (method: 'GET' | 'POST' | 'PUT', path: string, body?: unknown): Promise<PartyByLink> =>
    request(method, `/api/party-key${path}`, partyByLink, body, { [LINK_HEADER]: key });
  return {
    open: () => ask('GET', ''),
    enterOwn: (data: OwnCollar) => ask('PUT', '/own', data),
    enterFor: (memberId: string, data: EnteredByLead) => ask('PUT', `/members/${memberId}/own`, data),
    add: (id: string, name: string) => ask('POST', '/members', { id, name }),
    onTheDay: (memberId: string, what: OnTheDay) => ask('PUT', `/members/${memberId}/day`, what),
    giveOn: async (links: NewMemberLinks['links']) =>
      (await request('POST', '/api/party-key/links', givenPartyLinks, { links }, { [LINK_HEADER]: key })).links,
  };
};
export type PartyKeyApi = ReturnType<typeof byPartyKey>;
