/** Wheel and trackpad told apart. Events as browsers give them: UI Events (W3C) for delta and mode; wheelDeltaY of 120 a notch, from memory. */
import { describe, expect, test } from '@jest/globals';
import { feltAs, meaningOf, panBy, type Wheel, zoomBy } from './wheel';

const wheel = (given: Partial<Wheel>): Wheel => ({
  deltaX: 0,
  deltaY: 0,
  deltaMode: 0,
  ctrlKey: false,
  metaKey: false,
  shiftKey: false,
  timeStamp: 1000,
  ...given,
});
const means = (given: Partial<Wheel>, choice: 'zoom' | 'pan' = 'zoom') => {
  const event = wheel(given);
  return meaningOf(event, feltAs(event, null), choice);
};

describe('a turn of the wheel', () => {
  test('notches zoom, or pan where somebody chose so', () => {
    for (const notch of [
      { deltaY: 100, wheelDeltaY: -120 },
      { deltaY: -300, wheelDeltaY: 360 },
      { deltaY: 3, deltaMode: 1 },
      { deltaY: 120 },
    ])
      expect([means(notch), means(notch, 'pan')]).toEqual(['zoom', 'pan']);
  });
  test('fingers pan whatever was chosen; a pinch, which comes with Ctrl, zooms', () => {
    for (const fingers of [
      { deltaY: 4, wheelDeltaY: -12 },
      { deltaX: 3, deltaY: 7, wheelDeltaY: -21 },
      { deltaX: 12 },
      { deltaY: 1.5 },
      { deltaY: 66.5 },
    ]) {
      expect([means(fingers), means(fingers, 'pan')]).toEqual(['pan', 'pan']);
      expect(means({ ...fingers, ctrlKey: true }, 'pan')).toBe('zoom');
    }
  });
  test('one movement of the hand stays what it began as', () => {
    const first = feltAs(wheel({ deltaY: 4, wheelDeltaY: -12 }), null);
    // In full swing fingers may come to whole notches.
    const swing = feltAs(wheel({ deltaY: 80, wheelDeltaY: -240, timeStamp: 1100 }), first);
    expect(swing.trackpad).toBe(true);
    expect(feltAs(wheel({ deltaY: 100, wheelDeltaY: -120, timeStamp: 1600 }), swing).trackpad).toBe(false);
  });
});

describe('how far', () => {
  test('the paper goes against the fingers; Shift turns a wheel to the side; lines are 18 pixels', () => {
    expect(panBy(wheel({ deltaX: 3, deltaY: 7 }))).toEqual([-3, -7]);
    expect(panBy(wheel({ deltaY: 100, shiftKey: true }))).toEqual([-100, 0]);
    expect(panBy(wheel({ deltaX: 100, shiftKey: true }))).toEqual([-100, 0]);
    expect(panBy(wheel({ deltaY: 3, deltaMode: 1 }))).toEqual([0, -54]);
  });
  test('a notch of 100 pixels or of 3 lines zooms about as much, away from the hand is in; a pinch counts four times', () => {
    expect(zoomBy(wheel({ deltaY: -100 }))).toBeCloseTo(0.16, 9);
    expect(zoomBy(wheel({ deltaY: -3, deltaMode: 1 }))).toBeCloseTo(0.15, 9);
    expect(zoomBy(wheel({ deltaY: -10, ctrlKey: true }))).toBeCloseTo(0.064, 9);
  });
});
