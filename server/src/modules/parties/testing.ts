import type { MemberInput, NewParty, PartyPage } from '@easytuck/contract';
import { v7 as uuid } from 'uuid';
import { aTie, testShop } from '../../testing.ts';

/** A party far enough ahead that nothing of it is planned for now. */
export const aParty = (change: Partial<NewParty> = {}): NewParty => ({
  id: uuid(),
  name: 'Centenary dinner',
  kind: 'band',
  day: '2031-12-05',
  hour: '19:30',
  zone: 'Europe/London',
  outFrom: '2031-12-04',
  backBy: '2031-12-08',
  ...change,
});

export const aHelper = (name: string, minutesEach = 4) => ({
  id: uuid(),
  name,
  minutesEach,
  fromMinutes: 120,
  restAfter: 5,
  restMinutes: 5,
});

/** A shop with parties, and what most tests ask of it. */
export function partyShop() {
  const opened = testShop();
  const { send } = opened;
  const enterParty = async (change: Partial<NewParty> = {}): Promise<string> => {
    const sent = aParty(change);
    const answer = await send('POST', '/api/parties', sent);
    if (answer.statusCode !== 201) throw new Error(answer.body);
    return sent.id;
  };
  const add = async (id: string, ...members: readonly MemberInput[]): Promise<PartyPage> => {
    const answer = await send('POST', `/api/parties/${id}/members`, { members: members.map((member) => ({ id: uuid(), ...member })) });
    if (answer.statusCode !== 200) throw new Error(answer.body);
    return answer.json<PartyPage>();
  };
  const page = async (id: string): Promise<PartyPage> => (await send('GET', `/api/parties/${id}`)).json<PartyPage>();
  const stock = async (inStock: number, change: Parameters<typeof aTie>[0] = {}) => {
    const tie = aTie({ inStock, ...change });
    await send('POST', '/api/ties', tie);
    return tie;
  };
  /** Gives the members of a page a tie, in their order. */
  const give = (id: string, members: PartyPage['members'], tieId: string | null, step: number | null = 4) =>
    send('PUT', `/api/parties/${id}/ties`, { ties: members.map(({ id: memberId, version }) => ({ memberId, version, tieId, step })) });
  return { ...opened, enterParty, add, page, stock, give };
}
