/** The order in which lights are checked one by one. */
import { channelText } from '../fields/texts.js';
import type { Fixture } from '../model/records.js';
import { all, find, type Show } from '../model/show.js';
import { inScheduleOrder, natural } from '../order/order.js';

export const checkOrders = ['position', 'channel', 'address', 'purpose'] as const;
export type CheckOrder = (typeof checkOrders)[number];

/** First address of its own light; null where it has none. */
export function lightAddress({ parts }: Fixture): number | null {
  const own = parts.flatMap(({ address, accessory }) => (address === null || accessory !== undefined ? [] : [address]));
  return own.length ? Math.min(...own) : null;
}

/** All lights that are patched; those that are alike in what is asked for stand as they hang. What has no channel, or no purpose, comes last. */
export function inCheckOrder(show: Show, by: CheckOrder): Fixture[] {
  const hung = inScheduleOrder(show).filter((fixture) => lightAddress(fixture) !== null);
  if (by === 'position') return hung;
  if (by === 'address') return hung.sort((a, b) => (lightAddress(a) ?? 0) - (lightAddress(b) ?? 0));
  const text = by === 'channel' ? channelText : ({ purpose }: Fixture) => purpose;
  return hung.sort((a, b) => Number(!text(a)) - Number(!text(b)) || natural(text(a), text(b)));
}

const THREAD = 'thread ';
/** How a thread is chosen as an order. */
export const orderOfThread = (id: string): string => THREAD + id;
/** Lights in an order by its name: one of `checkOrders`, or a thread that was drawn by hand; what is neither is by position. */
export function checkList(show: Show, order: string): Fixture[] {
  if (order.startsWith(THREAD)) {
    const thread = find(show, 'thread', order.slice(THREAD.length));
    if (thread)
      return thread.fixtures.flatMap((id) => {
        const fixture = find(show, 'fixture', id);
        return fixture && lightAddress(fixture) !== null ? [fixture] : [];
      });
  }
  return inCheckOrder(show, checkOrders.find((by) => by === order) ?? 'position');
}
/** Orders as they are offered: the usual ones, and threads by their names. */
export const ordersOf = (show: Show): (readonly [order: string, name: string])[] => [
  ...checkOrders.map((by) => [by, by] as const),
  ...[...all(show, 'thread')].sort((a, b) => a.order - b.order).map(({ id, name }) => [orderOfThread(id), name] as const),
];
