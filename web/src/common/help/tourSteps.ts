/** A stop of the tour: the page it is on, what is pointed at there, and what is said. */
export interface TourStep {
  readonly path: string;
  /** Marked on the page by `data-tour`; the page as a whole where it is not there. */
  readonly at: string;
  readonly title: string;
  readonly says: string;
}

/** Two minutes round the shop, in the order of the work. */
export const TOUR: readonly TourStep[] = [
  {
    path: '/',
    at: 'wearer',
    title: 'Who is it for?',
    says: 'Type a few letters of the name: people on record are found, anybody else is entered with this fitting. Then the collar size, as it stands on the shirt.',
  },
  {
    path: '/',
    at: 'tie',
    title: 'Which tie?',
    says: 'Ties that suit wearer, collar and occasion come first, each with what speaks for it and against it.',
  },
  {
    path: '/',
    at: 'stage',
    title: 'The strip and the bow',
    says: 'Above, the tie flat on a tape. Below, the same cloth tied, to the same scale. Four numbers tell you where to set the band, how far the long end hangs lower, how wide the bow comes out and how much adjustment is left.',
  },
  {
    path: '/',
    at: 'issue',
    title: 'The card',
    says: 'Issue card puts the fitting on record and gives the wearer a card: set, lead and how to tie it.',
  },
  {
    path: '/coach',
    at: 'stage',
    title: 'Learning to tie',
    says: 'The Coach ties this very tie, step by step, from any side. Space holds it, the arrow keys go on and back. It can also go on by itself, for both hands are busy.',
  },
  {
    path: '/balance',
    at: 'page',
    title: 'Evening it out',
    says: 'Measure the tied bow and Balance says which layer to pull, and by how much. What was measured makes the next fitting of that tie more certain.',
  },
  {
    path: '/wearers',
    at: 'page',
    title: 'Everybody on record',
    says: 'Measures over time, ties owned, cards and tyings of each wearer. Records that were entered twice are merged here.',
  },
  {
    path: '/',
    at: 'wearer',
    title: 'That is all',
    says: 'Help, at the top of every page, holds the words of the trade, the keys and this tour. Now give a name and a collar size.',
  },
];
