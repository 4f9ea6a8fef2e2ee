/** Where the coach is in the tying, outside React: it moves with every frame, and only few things need to know each time. */
export interface Playhead {
  /** Step index, and behind the point the share of the step that is done. */
  readonly time: () => number;
  readonly set: (time: number) => void;
  /** Calls `listener` whenever the time changes. @returns how to stop. */
  readonly subscribe: (listener: () => void) => () => void;
}

export function createPlayhead(start = 0): Playhead {
  let time = start;
  const listeners = new Set<() => void>();
  return {
    time: () => time,
    set: (next) => {
      if (next === time) return;
      time = next;
      for (const listener of listeners) listener();
    },
    subscribe: (listener) => {
      listeners.add(listener);
      return () => listeners.delete(listener);
    },
  };
}
