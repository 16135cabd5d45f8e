/** The order in which lights are checked one by one. */
import { channelText } from '../fields/texts.js';
import type { Fixture } from '../model/records.js';
import type { Show } from '../model/show.js';
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
