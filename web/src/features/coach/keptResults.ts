/** The last few results by key, latest first. One of them may be shown: that one is never pushed out. */
export interface KeptResults<T> {
  readonly get: (key: string) => T | undefined;
  readonly put: (key: string, result: T) => void;
  /** Says which one is shown from now on. */
  readonly show: (key: string) => void;
}

/** Keeps `count` results, and the shown one besides where it is older than those. */
export function keepResults<T>(count: number): KeptResults<T> {
  let shown = '';
  let kept: readonly { readonly key: string; readonly result: T }[] = [];
  return {
    get: (key) => kept.find((each) => each.key === key)?.result,
    put: (key, result) => {
      const all = [{ key, result }, ...kept.filter((each) => each.key !== key)];
      kept = all.filter((each, i) => i < count || each.key === shown);
    },
    show: (key) => {
      shown = key;
    },
  };
}
