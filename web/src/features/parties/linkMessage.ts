import type { GivenPartyLink, Party } from '@easytuck/contract';
import { dayWords } from '../../common/dueWords.ts';

/** One message for all members of a party, with each one’s own link, to paste into a chat or a letter. */
export function linkMessage(
  { name, day, hour, place }: Pick<Party, 'name' | 'day' | 'hour' | 'place'>,
  links: readonly Pick<GivenPartyLink, 'link' | 'address'>[],
  nameOf: (memberId: string) => string,
): string {
  return [
    `${name}, ${dayWords(day)}, ${hour}${place === '' ? '' : `, ${place}`}.`,
    'Please open your own link and send your collar size. It takes a minute, and your bow tie is then ready for you.',
    '',
    ...links.map(({ link, address }) => `${nameOf(link.memberId ?? '')}: ${address}`),
  ].join('\n');
}
