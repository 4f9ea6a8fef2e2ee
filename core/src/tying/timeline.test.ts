import { control, FORWARD, straight, to } from './poses/controls.ts';
import { poseBetween, type Frame, soundFrames } from './timeline.ts';

/** A strip of two straight strands at a height; enough to see where a moment lies between frames. */
const frame = (share: number, y: number, more: Partial<Frame> = {}): Frame => ({
  share,
  key: null,
  collarDown: 0,
  rests: false,
  strip: {
    leadMm: y,
    knotAt: to(0, y, 0),
    short: straight(to(-10, y, 0), to(-1, 0, 0), FORWARD, 3, 10),
    long: straight(to(10, y, 0), to(1, 0, 0), FORWARD, 3, 10),
  },
  ...more,
});
const heightAt = (frames: readonly Frame[], share: number): number => poseBetween(frames, share).strip.knotAt.y;

describe('a moment between frames', () => {
  const frames = [frame(0, 0), frame(0.4, 100), frame(1, 40)];

  it('comes to rest where it is to, and stays there until it is to go on', () => {
    const resting = [frame(0, 0), frame(0.4, 100, { rests: true }), frame(0.6, 100, { rests: true }), frame(1, 0)];
    for (const share of [0.4, 0.45, 0.5, 0.55, 0.6]) expect(heightAt(resting, share)).toBeCloseTo(100, 9);
    // no speed into the rest, and none out of it
    expect(100 - heightAt(resting, 0.399)).toBeLessThan(0.01);
    expect(100 - heightAt(resting, 0.601)).toBeLessThan(0.01);
    // without a rest it swings past
    const passing = resting.map((each) => ({ ...each, rests: false }));
    expect(heightAt(passing, 0.5)).toBeGreaterThan(101);
  });

  it('is a frame at that frame’s own time', () => {
    for (const { share, strip } of frames) {
      const laid = poseBetween(frames, share).strip;
      expect(laid.leadMm).toBeCloseTo(strip.leadMm, 9);
      expect(laid.long[2]?.at.y).toBeCloseTo(strip.long[2]?.at.y ?? Number.NaN, 9);
      expect(laid.short[0]?.at.x).toBeCloseTo(strip.short[0]?.at.x ?? Number.NaN, 9);
    }
  });

  it('rests at both ends of the step and passes the frames between without a halt', () => {
    const speed = (share: number): number => (heightAt(frames, share + 1e-6) - heightAt(frames, share - 1e-6)) / 2e-6;
    expect(Math.abs(heightAt(frames, 1e-3) - heightAt(frames, 0))).toBeLessThan(0.01);
    expect(Math.abs(heightAt(frames, 1) - heightAt(frames, 1 - 1e-3))).toBeLessThan(0.01);
    // from 0 to 40 over the whole: so fast it goes by the middle frame
    expect(speed(0.4)).toBeCloseTo(40, 1);
  });

  it('is half-way at half time between two frames that both are ends', () => {
    const two = [frame(0, 0), frame(1, 80, { collarDown: 1 })];
    expect(heightAt(two, 0.5)).toBeCloseTo(40, 9);
    expect(poseBetween(two, 0.5).collarDown).toBeCloseTo(0.5, 9);
    expect(heightAt(two, 0.25)).toBeLessThan(20);
  });

  it('is the first or the last one outside the step, and the only one of one', () => {
    expect([heightAt(frames, -3), heightAt(frames, 7)]).toEqual([0, expect.closeTo(40, 9)]);
    expect(poseBetween([frame(0, 12)], 0.7).strip.leadMm).toBe(12);
  });

  it('keeps the gather between what cloth can be gathered to and flat', () => {
    const gathered = (share: number, ratio: number): Frame => {
      const at = frame(share, 0);
      return { ...at, strip: { ...at.strip, long: [control(to(0, 0, 0), FORWARD, ratio)] } };
    };
    // a cubic through 0.3, 1, 1, 0.3 would pass 1 in the middle
    const frames = [gathered(0, 0.3), gathered(0.45, 1), gathered(0.55, 1), gathered(1, 0.3)];
    for (let share = 0; share <= 1; share += 0.05) {
      const ratio = poseBetween(frames, share).strip.long[0]?.gatherRatio ?? 0;
      expect(ratio).toBeLessThanOrEqual(1);
      expect(ratio).toBeGreaterThanOrEqual(0.2);
    }
  });

  // also where it is the first that has fewer: what the others have more of would otherwise be dropped in silence
  it.each(['short', 'long'] as const)('cannot be between frames whose %s ends are led through unlike many controls', (end) => {
    const [one, other] = [frame(0, 0), frame(1, 0)];
    const fewer = { ...other, strip: { ...other.strip, [end]: other.strip[end].slice(1) } };
    for (const frames of [
      [one, fewer],
      [{ ...fewer, share: 0 }, other],
    ]) {
      expect(() => poseBetween(frames, 0.5)).toThrow('frames of a step have as many controls each');
      expect(() => soundFrames(frames)).toThrow('frames of a step have as many controls each');
    }
  });

  it('is of a step that has frames, in their order', () => {
    expect(() => poseBetween([], 0)).toThrow('at least one frame');
    expect(() => soundFrames([])).toThrow('at least one frame');
    expect(() => soundFrames([frame(0, 0), frame(0.7, 0), frame(0.7, 0)])).toThrow('in order, not 0.7 after 0.7');
    const sound = [frame(0, 0), frame(1, 0)];
    expect(soundFrames(sound)).toBe(sound);
  });
});
