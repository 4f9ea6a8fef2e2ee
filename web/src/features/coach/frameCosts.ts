/** Script time of the last frames, in ms, for whoever measures; a ring of a few hundred. */
const COUNT = 600;
const costs: number[] = [];

export const frameCosts = {
  put(ms: number): void {
    costs.push(ms);
    if (costs.length > COUNT) costs.splice(0, costs.length - COUNT);
  },
  all: (): readonly number[] => costs,
};
