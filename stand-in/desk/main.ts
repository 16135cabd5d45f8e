/**
 * A stand-in of a lighting console. It listens on this machine alone, opens a package that is put before it or fetches it by a link, says what it understood, runs cues and
 * sends their levels, answers with an acknowledgement, and sends its patch back as a list.
 */
import type { Hono } from 'hono';
import { type Lamp, lampsOf } from '../lamps.js';
import { openPackage } from '../package.js';
import { makeSite, onThisMachine, type Started, startSite } from '../site.js';
import { type Cue, cuesOfLooks, makePlayback, stateOf } from './cues.js';
import { page } from './page.js';
import { saltOrchard } from './salt-orchard.js';
import { makeDeskSending, universesOf } from './sending.js';
import { type DeskShow, listOf, readPackage } from './show.js';

/** Lamps where this desk has them patched. */
function patched(lamps: readonly Lamp[], { heads }: DeskShow): Lamp[] {
  const places = new Map(heads.map(({ id, address }) => [id, address]));
  return lamps.flatMap((lamp) => {
    const said = places.get(lamp.id) ?? places.get(`${lamp.id}/1`);
    if (said === undefined) return [lamp];
    const [universe, slot] = said.split('/').map(Number);
    return universe && slot ? [{ ...lamp, universe, slot }] : [];
  });
}

/** The play by whatever name its show goes: it has every look and group of the list of cues. */
const isSaltOrchard = (show: DeskShow): boolean => saltOrchard.cues.every((cue) => stateOf(cue, show).missing.length === 0);

// Long: one closure holds the desk; its functions are short.
export function makeDesk(usual = 'http://127.0.0.1:4600'): { readonly app: Hono; readonly stop: () => void } {
  let show: DeskShow | null = null;
  let lamps: readonly Lamp[] = [];
  let cues: readonly Cue[] = [];
  const playback = makePlayback();
  const sending = makeDeskSending(() => (show ? universesOf(patched(lamps, show), playback.at(performance.now())) : new Map()));
  const loaded = (): DeskShow => {
    if (!show) throw new Error('Nothing is loaded.');
    return show;
  };
  const shown = () => ({ show, cues, now: playback.now(), sending: sending.on(), priority: sending.priority });
  const site = makeSite(
    {
      page: (said, home) => page(shown(), said, home),
      state: () => ({ ...shown(), done: playback.done(performance.now()) }),
      open(bytes) {
        show = readPackage(bytes);
        lamps = lampsOf(openPackage(bytes));
        cues = isSaltOrchard(show) ? saltOrchard.cues : cuesOfLooks(show);
        playback.load(cues, show);
        return `${show.read} of ${show.of} heads read.`;
      },
    },
    usual,
  );
  const { app, act } = site;
  const stands = (moved: boolean, otherwise: string): string => {
    loaded();
    if (!moved) return otherwise;
    sending.start();
    const cue = cues[playback.now() ?? -1];
    return `Cue ${cue?.number}: ${cue?.name}.`;
  };
  act('/go', () => stands(playback.go(performance.now()), 'That was the last cue.'));
  act('/back', () => stands(playback.back(performance.now()), 'There is no cue before.'));
  act('/cue', ({ place, cut }) => stands(playback.to(Number(place), performance.now(), cut === 'yes'), 'There is no such cue.'));
  act('/hand', ({ what = '', at = '' }) => {
    const { groups, looks, heads } = loaded();
    const name = what.trim();
    const channels = heads.some(({ channel }) => String(channel) === name)
      ? [Number(name)]
      : (groups.find((group) => group.name === name)?.channels ??
        looks.find((look) => look.name === name)?.levels.map(({ channel }) => channel));
    if (!channels) throw new Error(`There is no channel, group or look "${name.slice(0, 40)}".`);
    if (!at.trim()) {
      playback.hold(channels, null);
      return `${name} follows the cue again.`;
    }
    const level = Number(at);
    if (!(level >= 0 && level <= 100)) throw new Error(`"${at.slice(0, 20)}" is no level from 0 to 100.`);
    playback.hold(channels, { level: level / 100 });
    sending.start();
    return `${name} at ${level}.`;
  });
  act('/send', ({ how }) => {
    loaded();
    if (how === 'on') sending.start();
    else if (how === 'silent') sending.silence();
    else sending.end();
    return how === 'on' ? 'Sends.' : how === 'silent' ? 'Fell silent without a word.' : 'Ended.';
  });
  act('/priority', ({ priority = '' }) => {
    const wanted = Number(priority);
    if (!Number.isInteger(wanted) || wanted < 0 || wanted > 200) throw new Error('A priority is from 0 to 200.');
    sending.priority = wanted;
    return `Priority ${wanted}.`;
  });
  act('/patch', (form) => {
    const channel = Number(form.channel);
    const head = loaded().heads.find((one) => one.channel === channel);
    if (!head) throw new Error(`There is no channel ${String(form.channel).slice(0, 20)}.`);
    const address = String(form.address ?? '').trim();
    if (address && !/^\d{1,5}\/\d{1,3}$/.test(address))
      throw new Error(`"${address.slice(0, 20)}" is no universe and slot, such as 2/101.`);
    head.address = address;
    return `Channel ${channel} is ${address ? `at ${address}` : 'not patched'}.`;
  });
  act('/acknowledge', async (form) => {
    const { show: of, issue, read, of: all, faults } = loaded();
    if (!issue) throw new Error('The package is stamped with no issue: there is nothing to acknowledge.');
    const url = onThisMachine((form.home ?? '').trim() || site.home());
    site.meet(url.origin);
    const answer = await fetch(new URL(`/api/shows/${of.id}/issues/${issue.id}/read`, url.origin), {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({
        by: 'Stand-in desk',
        read,
        of: all,
        faults: faults.slice(0, 20).map((fault) => fault.slice(0, 200)),
      }),
    });
    if (!answer.ok)
      throw new Error(
        `Dessin answered ${answer.status}: ${((await answer.json().catch(() => ({}))) as { detail?: string }).detail ?? ''}`,
      );
    return `Acknowledged: ${read} of ${all}.`;
  });
  app.get('/list.csv', (c) =>
    show
      ? c.body(listOf(show), 200, {
          'content-type': 'text/csv; charset=utf-8',
          'content-disposition': 'attachment; filename="desk list.csv"',
        })
      : c.text('Nothing is loaded.', 404),
  );
  return { app, stop: sending.end };
}

/** Starts the desk. @returns its address, and how it is stopped */
export const startDesk = (port: number, usual?: string): Promise<Started> => {
  const { app, stop } = makeDesk(usual);
  return startSite(app, port, stop);
};
