/** Where a programmer begins. */
import { expect, test } from '@jest/globals';
import { makeDemo } from '#demo/show';
import { all, get } from '../model/show.js';
import { counted } from '../order/order.js';
import { place } from '../space/hanging.js';
import { beamOfPose } from '../space/heads.js';
import { axesOfBase } from '../space/orientation.js';
import { norm, sub, unit } from '../space/vectors.js';
import { colourRows, positionRows, startingPositions, usedColours, usedGobos } from './positions.js';

const demo = makeDemo();
const list = startingPositions(demo);
const heads = counted(demo).filter(({ type }) => get(demo, 'type', type).pan > 0);

test('every mover at every area, movers by channel', () => {
  expect(list).toHaveLength(heads.length * all(demo, 'area').length);
  const channels = [...new Set(list.map(({ channel }) => Number(channel)))];
  expect(channels).toEqual([...channels].sort((a, b) => a - b));
});
test('the head that is turned so looks at the area: the beam of the pose meets it', () => {
  for (const item of list.filter(({ missing }) => missing === 0)) {
    const fixture = heads.find(({ id }) => id === item.fixture)!;
    const area = all(demo, 'area').find(({ name }) => name === item.area)!;
    const beam = beamOfPose(axesOfBase(fixture), { pan: item.pan, tilt: item.tilt });
    const { axis } = place(demo, fixture);
    const way = unit(sub(area.at, axis));
    // The lens lies on the beam through the crossing of the axes in these heads: figures are rounded to a hundredth of a degree.
    expect(norm(sub(beam, way))).toBeLessThan(0.01);
  }
});
test('per cent and slots say the same angle: 50 % in the middle, coarse and fine together to a step', () => {
  for (const item of list) {
    const type = get(demo, 'type', heads.find(({ id }) => id === item.fixture)!.type);
    expect(item.panPercent).toBeCloseTo((item.pan / type.pan + 0.5) * 100, 1);
    const whole = item.panSlots.reduce((sum, byte) => sum * 256 + byte, 0);
    const most = 256 ** item.panSlots.length - 1;
    expect((whole / most - 0.5) * type.pan).toBeCloseTo(item.pan, item.panSlots.length > 1 ? 1 : -1);
    for (const byte of [...item.panSlots, ...item.tiltSlots])
      expect(byte >= 0 && byte <= 255 && Number.isInteger(byte)).toBe(true);
  }
  expect(positionRows(list)[1]).toHaveLength(positionRows(list)[0]!.length);
});
test('colours and gobos with their channels: what is in no frame is not told', () => {
  const colours = usedColours(demo);
  const worn = new Set(
    counted(demo).flatMap(({ parts }) => parts.flatMap(({ colour }) => colour.split('+').map((text) => text.trim()))),
  );
  for (const { code, channels, rgb } of colours) {
    expect(worn.has(code)).toBe(true);
    expect(channels.length).toBeGreaterThan(0);
    expect(rgb).toMatch(/^#[0-9a-f]{6}$/i);
  }
  expect(usedGobos(demo).map(({ code }) => code)).toEqual(
    [
      ...new Set(
        counted(demo)
          .map(({ gobo }) => gobo)
          .filter(Boolean),
      ),
    ].sort(),
  );
  expect(colourRows(demo)).toHaveLength(1 + colours.length + usedGobos(demo).length);
});
