/** The step Hang: the types of the show, and how many hang in a row. */

import { Search } from 'lucide-react';
import { useEffect, useMemo, useRef, useState } from 'react';
import { v4 } from 'uuid';
import { keyRows } from '#core/draw/key';
import { formatLength, lengthUnit, parseLength } from '#core/measure/lengths';
import { firstOf } from '#core/measure/list';
import { adding, edit } from '#core/model/change';
import { makeAccessories } from '#core/model/make';
import type { Fixture } from '#core/model/records';
import { all, find, settingsOf } from '#core/model/show';
import { stagePositionsInOrder } from '#core/order/tray';
import { hangRow } from '#core/setout/hang';
import { copyIn } from '#core/shelf/copy';
import { searchShelf } from '#core/shelf/search';
import { alongOf, curveLength, fromOrigin } from '#core/space/curves';
import { chosenFixtures, chosenPositions } from '../../state/chosen';
import { useSession, useShow } from '../../state/context';
import { arrange } from '../../state/desk';
import { usePanels } from '../../state/panels';
import { select, useSelection } from '../../state/selection';
import { attempt, takeIntoShow, useShelf } from '../../state/shelf';
import { toast } from '../../state/toast';
import { useTool } from '../../state/tool';
import { Choice, Tick, Typed } from '../../ui/Field';
import { fieldKeys } from '../../ui/field-keys';
import { focusDrawing, leavesKeys } from '../../ui/focus';
import { Line } from '../../ui/TextField';
import { degreesOf, plural } from '../../ui/words';
import { hangingOf } from './hang-tool';
import { Tray } from './Tray';

export function HangPanel() {
  const session = useSession();
  const show = useShow();
  const type = useTool((state) => state.type);
  const tool = useTool((state) => state.tool);
  const rowCount = useTool((state) => state.rowCount);
  const typing = useTool((state) => state.typing);
  const [search, setSearch] = useState('');
  const field = useRef<HTMLInputElement>(null);
  const many = useRef<HTMLInputElement>(null);
  useEffect(() => {
    if (typing !== 'types' && typing !== 'row') return;
    // After what gives the focus back when it closes (the palette), which does so a moment later.
    const timer = setTimeout(() => {
      const wanted = typing === 'row' ? many : field;
      wanted.current?.focus();
      wanted.current?.select();
      useTool.setState({ typing: null });
    }, 30);
    return () => clearTimeout(timer);
  }, [typing]);
  const counts = useMemo(() => new Map(keyRows(show).map((row) => [row.type.id, row.count])), [show]);
  const words = search.toLowerCase().split(/\s+/).filter(Boolean);
  const types = all(show, 'type')
    .filter((item) =>
      words.every((word) =>
        `${item.family} ${item.maker} ${item.name} ${item.field} ${item.watts} W`.toLowerCase().includes(word),
      ),
    )
    // A word that is a whole word of the name goes before one that is part of some figure: "50" is the Aster 50 first, not 750 W.
    .map((item) => ({ item, rank: words.filter((word) => !item.name.toLowerCase().split(/\s+/).includes(word)).length }))
    .sort((a, b) => a.rank - b.rank)
    .map(({ item }) => item);
  const partly = (name: string) => words.filter((word) => !name.toLowerCase().split(/\s+/).includes(word)).length;
  // The Shelf is searched along with the show: what is there already is not offered twice.
  const { list } = useShelf();
  const shelved = useMemo(
    () =>
      searchShelf(list.items, { text: search, kind: 'type' })
        .found.filter((item) => !copyIn(show, item.id, 'type'))
        .slice(0, search || !types.length ? 40 : 0),
    [list.items, search, show, types.length],
  );
  const takeAndHang = (id: string) =>
    attempt(async () => {
      await takeIntoShow(session, [id]);
      const copy = copyIn(session.get().show, id, 'type');
      if (copy) arrange({ type: copy.id, tool: 'hang', view: 'plan' });
    });
  return (
    <section aria-label="Hang">
      <Tray />
      <label className="flex items-center gap-2">
        <Search size={14} className="pencil shrink-0" />
        <Typed
          ref={field}
          label="Search the show's types"
          placeholder="Type to search, for example fresnel"
          value={search}
          onText={(value) => setSearch(value)}
          onKeyDown={fieldKeys({
            enter: () => {
              // What is meant word by word goes before what only has it somewhere in it, be it in the show or on the Shelf.
              const shelfFirst = shelved[0] && (!types[0] || partly(shelved[0].summary.name) < partly(types[0].name));
              if (shelfFirst) void takeAndHang(firstOf(shelved).id);
              else if (types[0]) arrange({ type: types[0].id, tool: 'hang', view: 'plan' });
              else return;
              focusDrawing();
            },
          })}
        />
      </label>
      {/** biome-ignore lint/a11y/useKeyWithClickEvents: its keys are in the one list of keys; a click only hands the focus on */}
      <ul className="mt-1 max-h-40 overflow-auto" aria-label="Types" onClick={leavesKeys}>
        {types.map((item) => (
          <li key={item.id}>
            <button
              type="button"
              aria-pressed={type === item.id && tool === 'hang'}
              className="flex w-full justify-between gap-2 px-1 py-0.5 text-left"
              style={{ background: type === item.id && tool === 'hang' ? 'var(--halo)' : undefined }}
              onClick={() => arrange({ type: item.id, tool: 'hang', view: 'plan' })}
            >
              <span className="truncate">
                {item.name} <span className="pencil">{item.family}</span>
              </span>
              <span className="pencil shrink-0">
                {item.field ? `${item.field}°` : ''} {counts.get(item.id) ?? 0}
              </span>
            </button>
          </li>
        ))}
        {shelved.length > 0 && <li className="pencil px-1 pt-1 text-[11px]">On the Shelf; choosing takes a copy</li>}
        {shelved.map((item) => (
          <li key={item.id}>
            <button
              type="button"
              className="flex w-full justify-between gap-2 px-1 py-0.5 text-left"
              onClick={() => void takeAndHang(item.id)}
            >
              <span className="truncate">
                {item.summary.name} <span className="pencil">{item.summary.family}</span>
              </span>
              <span className="pencil shrink-0">{degreesOf(item.summary.field)}</span>
            </button>
          </li>
        ))}
        {!types.length && !shelved.length && (
          <li className="pencil px-1">
            {search ? `No type matches "${search}", here or on the Shelf.` : 'No types here yet. Search, or open the Shelf.'}
          </li>
        )}
      </ul>
      <div className="flex justify-between pt-1">
        <button type="button" className="link" onClick={() => usePanels.setState({ shelf: { tab: 'shelf' } })}>
          Open the Shelf
        </button>
        <button type="button" className="link" onClick={() => usePanels.setState({ shelf: { tab: 'show' } })}>
          Types of this show
        </button>
      </div>
      <p className="pencil pt-2">
        {tool === 'hang'
          ? 'Click a position to hang one. Press and drag along it for a row of '
          : 'Choose a type, then point at a position. A row has '}
        <Typed
          ref={many}
          form={ROW}
          className="!inline-block !w-9 !p-0 text-center"
          label="Units in a row"
          value={rowCount}
          onText={(value) => {
            const n = Number(value.replace(/\D/g, ''));
            if (n >= 1 && n <= 200) useTool.setState({ rowCount: n });
          }}
        />
        ; type a figure or turn the wheel as you drag. Enter, and the row below is typed.
      </p>
      <HangingWay />
      <RowForm />
    </section>
  );
}

const ways: readonly (readonly [Fixture['hang'], string])[] = [
  ['under', 'under'],
  ['over', 'over'],
  ['arm left', 'on a side arm, left'],
  ['arm right', 'on a side arm, right'],
  ['floor', 'standing on the floor'],
];

/** How the next ones hang, and what is hung on them. */
function HangingWay() {
  const session = useSession();
  const show = useShow();
  const hangWay = useTool((state) => state.hangWay);
  const accessories = useTool((state) => state.accessories);
  const stock = all(show, 'accessory');
  return (
    <div className="pt-1">
      <Line name="Hangs">
        <Choice
          label="How the next ones hang"
          value={hangWay ?? ''}
          options={[['', 'as the position has it'], ...ways.map(([way, text]) => [way, text] as const)]}
          onChoose={(value) => useTool.setState({ hangWay: (value || null) as Fixture['hang'] | null })}
        />
      </Line>
      <Line name="Noses">
        <Choice
          label="Noses"
          value={settingsOf(show).nose}
          options={[
            ['aim', 'point to the focus'],
            ['square', 'stand square to the pipe'],
          ]}
          onChoose={(value) =>
            session.edit(
              value === 'aim' ? 'Noses follow the aim' : 'Noses square to the pipe',
              edit([settingsOf(show)], { nose: value as 'aim' | 'square' }),
            )
          }
        />
      </Line>
      {stock.length ? (
        <details className="pt-1">
          <summary className="pencil cursor-pointer">
            {accessories.length
              ? `with ${accessories.map((id) => find(show, 'accessory', id)?.name).join(', ')}`
              : 'without accessories'}
          </summary>
          <div className="flex flex-wrap gap-x-3">
            {stock.map((item) => (
              <label key={item.id} className="flex items-center gap-1">
                <Tick
                  checked={accessories.includes(item.id)}
                  onTick={() =>
                    useTool.setState({
                      accessories: accessories.includes(item.id)
                        ? accessories.filter((id) => id !== item.id)
                        : [...accessories, item.id],
                    })
                  }
                />
                {item.name}
              </label>
            ))}
          </div>
        </details>
      ) : (
        <button
          type="button"
          className="act mt-1"
          onClick={() => session.edit('Take the usual accessories', adding(...makeAccessories(() => v4())))}
        >
          Take the usual accessories
        </button>
      )}
    </div>
  );
}

/** The form of a row by figures: how many there are stands above it. */
const ROW = 'row-by-figures';

/** A row by figures alone: for the keyboard, and for those who have the figures. */
function RowForm() {
  const session = useSession();
  const show = useShow();
  const type = useTool((state) => state.type);
  const rowCount = useTool((state) => state.rowCount);
  const layer = useTool((state) => state.layer);
  const { units } = settingsOf(show);
  const positions = stagePositionsInOrder(show);
  const [on, setOn] = useState('');
  const [from, setFrom] = useState('');
  const [to, setTo] = useState('');
  const [fault, setFault] = useState('');
  // Where nothing was said: what is chosen, as the pipe that was drawn a moment ago.
  const selection = useSelection((state) => state.selection);
  const chosen = chosenPositions(show, selection)[0] ?? find(show, 'position', chosenFixtures(show, selection)[0]?.position);
  const position = find(show, 'position', on) ?? chosen ?? positions[0];
  const wanted = type ? find(show, 'type', type) : undefined;
  if (!position) return null;
  const { curve } = position;
  const base = curve.form === 'vertical' ? curve.z : 0;
  const [low, high] = [fromOrigin(curve, 0) + base, fromOrigin(curve, curveLength(curve)) + base];
  return (
    <form
      id={ROW}
      aria-label="Hang a row by figures"
      className="pt-2"
      onSubmit={(event) => {
        event.preventDefault();
        setFault('');
        if (!wanted) return setFault('Choose a type in the list above first.');
        const whole = !from.trim() && !to.trim();
        const [a, b] = whole
          ? ([low, high].map((mm) => ({ ok: true as const, mm })) as [{ ok: true; mm: number }, { ok: true; mm: number }])
          : [parseLength(from || to, units), parseLength(to || from, units)];
        if (!a.ok) return setFault(`From: ${a.why}`);
        if (!b.ok) return setFault(`To: ${b.why}`);
        const [p, q] = [alongOf(curve, a.mm - base), alongOf(curve, b.mm - base)];
        const length = curveLength(curve);
        if (Math.min(p, q) < -0.5 || Math.max(p, q) > length + 0.5)
          return setFault(
            `${position.name} reaches from ${formatLength(Math.min(low, high), units)} to ${formatLength(Math.max(low, high), units)}.`,
          );
        try {
          const n = Math.abs(p - q) < 0.5 ? 1 : rowCount;
          const change = hangRow(show, wanted, position, p, q, n, v4, hangingOf(), layer);
          session.edit(`Hang ${n} ${wanted.name} on ${position.name}`, change);
          if (whole)
            toast(
              `${plural(n, 'unit')} from end to end of ${position.name}, ${formatLength(length, units)} ${lengthUnit(units)}.`,
            );
          select(change.added.map((record) => record.id));
          useTool.setState({ tool: 'select' });
        } catch (error) {
          setFault((error as Error).message);
        }
      }}
    >
      <Line name="On">
        <Choice
          label="Position of the row"
          value={position.id}
          options={positions.map((item) => [item.id, item.name] as const)}
          onChoose={(value) => setOn(value)}
        />
      </Line>
      <div className="flex gap-1 pt-1">
        <Typed
          className="min-w-0 flex-1"
          label="Row from"
          placeholder={formatLength(Math.min(low, high), units)}
          value={from}
          onText={(value) => setFrom(value)}
        />
        <span className="pencil self-center">to</span>
        <Typed
          className="min-w-0 flex-1"
          label="Row to"
          placeholder={formatLength(Math.max(low, high), units)}
          value={to}
          onText={(value) => setTo(value)}
        />
        <button type="submit" className="act shrink-0">
          Hang
        </button>
      </div>
      {!from && !to && <p className="pencil text-[11px]">Left empty, the row takes the whole of {position.name}.</p>}
      {fault && (
        <p role="alert" style={{ color: 'var(--stop)' }}>
          {fault}
        </p>
      )}
    </form>
  );
}
