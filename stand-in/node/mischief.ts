/** What a line can do to packets: lose them, send them in another order, and put rubbish between them. Chance is handed in, so that a test knows what happens. */

export interface Mischief {
  /** Shares of packets. */
  lose: number;
  reorder: number;
}
export interface Line {
  readonly mischief: Mischief;
  /** What comes out for a packet that goes in, in order. */
  readonly pass: (bytes: Buffer) => Buffer[];
  readonly counted: () => { readonly passed: number; readonly lost: number; readonly reordered: number };
}
export function makeLine(chance: () => number = Math.random): Line {
  const mischief: Mischief = { lose: 0, reorder: 0 };
  let kept: Buffer | null = null;
  const counts = { passed: 0, lost: 0, reordered: 0 };
  return {
    mischief,
    pass(bytes) {
      if (mischief.lose && chance() < mischief.lose) {
        counts.lost++;
        return [];
      }
      // One that is held back comes after the next one.
      if (!kept && mischief.reorder && chance() < mischief.reorder) {
        kept = Buffer.from(bytes);
        counts.reordered++;
        return [];
      }
      const made = kept ? [bytes, kept] : [bytes];
      kept = null;
      counts.passed += made.length;
      return made;
    },
    counted: () => ({ ...counts }),
  };
}

/** Packets that are none, or lie: too short, too long, of other kinds, with counts and lengths that are not true, and noise. */
export function rubbish(sound: Buffer, chance: () => number = Math.random): Buffer[] {
  const changed = (at: number, ...bytes: number[]) => {
    const out = Buffer.from(sound);
    bytes.forEach((byte, i) => {
      out[at + i] = byte;
    });
    return out;
  };
  return [
    Buffer.alloc(0),
    sound.subarray(0, 60),
    sound.subarray(0, 200),
    changed(4, 0x42),
    changed(16, 0x7f, 0xff),
    changed(18, 0, 0, 0, 9),
    changed(40, 0, 0, 0, 7),
    changed(108, 201),
    changed(113, 0, 0),
    changed(113, 0xfa, 0xd6),
    changed(117, 3),
    changed(118, 0xa2),
    changed(123, 0xff, 0xff),
    changed(123, 0, 0),
    changed(125, 0xcc),
    Buffer.from(Array.from({ length: 638 }, () => Math.floor(chance() * 256))),
  ];
}
