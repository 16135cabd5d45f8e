/** A list as a page for a screen in the house: plain HTML that loads itself anew, with nothing from elsewhere. */
import type { Schedule } from './schedule.js';

const escaped = (text: string): string =>
  text.replace(/[&<>"']/g, (sign) => ({ '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;', "'": '&#39;' })[sign] ?? sign);

const style = `body{font:16px/1.4 sans-serif;margin:1.5rem;color:#111;background:#fff}
table{border-collapse:collapse;width:100%}th,td{text-align:left;padding:.25rem .6rem;border-bottom:1px solid #bbb;vertical-align:top}
.right{text-align:right}.sums{font-weight:bold}.changed td:first-child{border-left:.3rem solid #111}caption{text-align:left;font-weight:bold;padding:1rem 0 .3rem}
@media (prefers-color-scheme:dark){body{color:#ddd;background:#111}th,td{border-color:#444}.changed td:first-child{border-left-color:#ddd}}`;

/** How often the page asks whether the show has changed, s. */
const AGAIN = 30;

/** @returns a whole document; every text of the show is escaped */
export function scheduleHtml(schedule: Schedule, showName: string, date: string): string {
  const { columns, groups } = schedule;
  const cells = (row: readonly string[], tag: 'td' | 'th') =>
    columns
      .map(
        ({ align }, i) =>
          `<${tag}${align === 'right' ? ' class="right"' : ''}${tag === 'th' ? ' scope="col"' : ''}>${escaped(row[i] ?? '')}</${tag}>`,
      )
      .join('');
  const head = `<thead><tr>${cells(
    columns.map(({ heading }) => heading),
    'th',
  )}</tr></thead>`;
  const tables = groups.map(
    ({ heading, rows, sums, marked }) =>
      `<table>${heading ? `<caption>${escaped(heading)}</caption>` : ''}${head}<tbody>${rows
        .map((row, i) => `<tr${marked?.has(i) ? ' class="changed"' : ''}>${cells(row, 'td')}</tr>`)
        .join('\n')}${sums ? `<tr class="sums">${cells(sums, 'td')}</tr>` : ''}</tbody></table>`,
  );
  const said = [schedule.changed ?? '', schedule.summary, ...(schedule.remarks ?? [])]
    .filter(Boolean)
    .map((text) => `<p>${escaped(text)}</p>`);
  const title = escaped(`${showName}: ${schedule.title}`);
  return `<!doctype html>
<html lang="en"><head><meta charset="utf-8"><meta name="viewport" content="width=device-width"><meta http-equiv="refresh" content="${AGAIN}">
<title>${title}</title><style>${style}</style></head>
<body><h1>${title}</h1><p>${escaped(date)}</p>
${tables.join('\n')}
${said.join('\n')}
</body></html>
`;
}
