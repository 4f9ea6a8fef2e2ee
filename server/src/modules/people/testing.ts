import { TOKEN_HEADER, type Person, type Role, type Session } from '@easytuck/contract';
import type { FastifyInstance } from 'fastify';
import { v7 as uuid } from 'uuid';

export const OWNER = { name: 'Maud Perrin', password: 'four lamps by the harbour' } as const;

type Method = 'GET' | 'POST' | 'PUT' | 'DELETE';

/** A browser: keeps its cookie and the token of its page, as far as a test wants it to. */
export function browser(app: FastifyInstance, { from = '192.0.2.7' }: { readonly from?: string } = {}) {
  let cookie = '';
  let token = '';
  const send = async (method: Method, url: string, payload?: object, headers: Record<string, string> = {}) => {
    const answer = await app.inject({
      ...{ method, url, remoteAddress: '127.0.0.1' },
      headers: {
        ...(cookie === '' ? {} : { cookie }),
        [TOKEN_HEADER]: token,
        'x-forwarded-for': from,
        'x-forwarded-proto': 'https',
        ...headers,
      },
      ...(payload === undefined ? {} : { payload }),
    });
    const set = answer.headers['set-cookie'];
    const given = typeof set === 'string' ? set.split(';')[0] : undefined;
    if (given !== undefined) cookie = given.endsWith('=') ? '' : given;
    return answer;
  };
  const enter = async (method: Method, url: string, payload?: object) => {
    const answer = await send(method, url, payload);
    if (answer.statusCode === 200) token = answer.json<Session>().token ?? '';
    return answer;
  };
  return {
    send,
    enter,
    cookie: () => cookie,
    setCookie: (text: string) => (cookie = text),
    token: () => token,
    signIn: ({ name, password }: { readonly name: string; readonly password: string }) => enter('POST', '/api/session', { name, password }),
  };
}

/** Sets the shop up with an owner, who is signed in at the browser that is given back. */
export async function setUpOwner(app: FastifyInstance) {
  const owner = browser(app);
  const answer = await owner.enter('POST', '/api/people/first', { id: uuid(), ...OWNER });
  if (answer.statusCode !== 200) throw new Error(`the owner could not be set up: ${answer.body}`);
  return owner;
}

const PASSWORDS: Readonly<Record<Role, string>> = {
  owner: 'seven kettles on a ledge',
  fitter: 'blue ladders after supper',
  workroom: 'copper moss under a stair',
  reader: 'nine parcels for the vicar',
};

/** Somebody of a role, set up by the owner, with what they sign in by. */
export async function setUp(owner: ReturnType<typeof browser>, role: Role, name: string) {
  const password = PASSWORDS[role];
  const answer = await owner.send('POST', '/api/people', { id: uuid(), name, role, password });
  if (answer.statusCode !== 201) throw new Error(`${name} could not be set up: ${answer.body}`);
  return { ...answer.json<Person>(), password };
}
