/** What people call a fixture in a file that has one text for it: its channel, and of a unit of several cells all of them. */

/** "12"; "151-153" of channels that follow on each other; else "12 + 15 + 40". Empty ones are left out. */
export function idText(channels: readonly string[]): string {
  const own = [...new Set(channels.filter(Boolean))];
  const figures = own.map((text) => (/^\d{1,9}$/.test(text) ? Number(text) : Number.NaN));
  const [first = Number.NaN] = figures;
  const follow = own.length > 1 && own.length === channels.length && figures.every((value, i) => value === first + i);
  return follow ? `${own[0]}-${own.at(-1)}` : own.join(' + ');
}
/** The channels of so many cells that a text means; one that names no such list is the channel of each. */
export function channelsIn(text: string, cells: number): string[] {
  if (cells > 1) {
    const range = /^(\d{1,9})\s*-\s*(\d{1,9})$/.exec(text);
    if (range && Number(range[2]) - Number(range[1]) === cells - 1)
      return Array.from({ length: cells }, (_, i) => String(Number(range[1]) + i));
    const list = text.split(/\s*[+/,]\s*/);
    if (list.length === cells) return list;
  }
  return new Array<string>(cells).fill(text);
}
