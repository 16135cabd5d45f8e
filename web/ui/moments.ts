/** When something was, as people say it: the day by its name where that is clear, then the time. */

const clock = new Intl.DateTimeFormat('en-GB', { hour: '2-digit', minute: '2-digit' });
const date = new Intl.DateTimeFormat('en-GB', { day: 'numeric', month: 'short' });
const dateAndYear = new Intl.DateTimeFormat('en-GB', { day: 'numeric', month: 'short', year: 'numeric' });

const dayOf = (at: Date): number => new Date(at.getFullYear(), at.getMonth(), at.getDate()).getTime();
/** Days from one to another by the calendar: an hour more or less in spring makes none. */
const daysBetween = (from: Date, to: Date): number => Math.round((dayOf(to) - dayOf(from)) / (24 * 3600_000));

/** "today", "yesterday", "12 Nov", "12 Nov 2025". */
export function daySaid(text: string, now = new Date()): string {
  const at = new Date(text);
  const ago = daysBetween(at, now);
  if (ago === 0) return 'today';
  if (ago === 1) return 'yesterday';
  return (at.getFullYear() === now.getFullYear() ? date : dateAndYear).format(at);
}
/** "18:40". */
export const clockSaid = (text: string): string => clock.format(new Date(text));
/** "yesterday 18:40". */
export const whenSaid = (text: string, now = new Date()): string => `${daySaid(text, now)} ${clockSaid(text)}`;
