/** Tag sets: which fields stand where round the symbol, in which enclosure, how large; several in a show. */

import { ArrowDown, ArrowUp, Plus, Trash2 } from 'lucide-react';
import { v4 } from 'uuid';
import { tagSetOf, tagSetsOf } from '#core/draw/tag-set';
import { fieldsOf, tagText } from '#core/fields/index';
import { adding, edit } from '#core/model/change';
import { makeTagSets } from '#core/model/make';
import { enclosures, type TagLine, type TagSet, tagPlacesOf } from '#core/model/records';
import { all, type Show, settingsOf } from '#core/model/show';
import { removeRecords, usersOf } from '#core/setout/remove';
import { useSession, useShow } from '../../state/context';
import { usePanels } from '../../state/panels';
import { useSelection } from '../../state/selection';
import { toast } from '../../state/toast';
import { useView } from '../../state/view';
import { Choice } from '../../ui/Field';
import { PanelHead } from '../../ui/PanelHead';
import { Line, TextField } from '../../ui/TextField';
import { sampleOf, TagSample } from './TagSample';

export function TagsPanel() {
  const session = useSession();
  const show = useShow();
  const tagSet = useView((state) => state.tagSet);
  const sets = tagSetsOf(show);
  const now = tagSet === 'none' ? (sets[0] ?? null) : tagSetOf(show, tagSet);
  const selection = useSelection((state) => state.selection);
  const sample = now && sampleOf(show, now, selection);
  const write = (label: string, patch: Partial<TagSet>) => now && session.edit(label, edit([now], patch));
  const line = (index: number, patch: Partial<TagLine>) =>
    now && write(`Tags of ${now.name}`, { lines: now.lines.map((item, i) => (i === index ? { ...item, ...patch } : item)) });
  const move = (index: number, by: number) => {
    if (!now) return;
    const lines = [...now.lines];
    const [item] = lines.splice(index, 1);
    lines.splice(index + by, 0, item!);
    write(`Order of the tags of ${now.name}`, { lines });
  };
  return (
    <section aria-label="Tag sets">
      <PanelHead name="Tag sets" onClose={() => usePanels.setState({ panel: null })} />
      {!sets.length && (
        <button
          type="button"
          className="act w-full"
          onClick={() => session.edit('Take three tag sets', adding(...makeTagSets(() => v4())))}
        >
          Take three sets to begin with
        </button>
      )}
      <div className="flex flex-wrap gap-1 pb-1">
        {sets.map((item) => (
          <button
            key={item.id}
            type="button"
            className="act"
            aria-pressed={item.id === now?.id}
            onClick={() => useView.setState({ tagSet: item.id })}
          >
            {item.name}
          </button>
        ))}
        <button
          type="button"
          className="act"
          aria-label="Add a tag set"
          title="Add a tag set: a copy of this one"
          onClick={() => {
            const id = v4();
            const copy: TagSet = {
              id,
              kind: 'tagset',
              name: `${now?.name ?? 'Tags'} 2`,
              order: sets.length,
              lines: now?.lines ?? [],
            };
            session.edit(`Add the tag set ${copy.name}`, adding(copy));
            useView.setState({ tagSet: id });
          }}
        >
          <Plus size={12} />
        </button>
      </div>
      {now && (
        <>
          <Line name="Name">
            <TextField
              label="Name of the tag set"
              value={now.name}
              onWrite={(text) => {
                if (!text.trim()) return 'A tag set has a name.';
                write(`Rename the tag set ${now.name}`, { name: text.trim().slice(0, 200) });
                return null;
              }}
            />
          </Line>
          {sample ? (
            <TagSample show={show} set={now} fixture={sample} />
          ) : (
            <p className="pencil pb-2">Hang a unit: it is shown here with its tags.</p>
          )}
          <ol aria-label="Lines of the tag set">
            {now.lines.map((item, i) => (
              <LineCard
                key={i}
                item={item}
                i={i}
                of={now.lines.length}
                says={sample && tagText(show, sample, item.field)}
                onChange={(patch) => line(i, patch)}
                onMove={(by) => move(i, by)}
                onTake={() => write(`Tags of ${now.name}`, { lines: now.lines.filter((_, j) => j !== i) })}
              />
            ))}
          </ol>
          <div className="flex flex-wrap gap-1 pt-1">
            <button
              type="button"
              className="act"
              onClick={() =>
                write(`Tags of ${now.name}`, {
                  lines: [
                    ...now.lines,
                    { field: unused(show, now), place: 'front', enclosure: 'none', size: 1.4, types: [], layers: [] },
                  ],
                })
              }
            >
              Add a line
            </button>
            <button
              type="button"
              className="act"
              aria-pressed={settingsOf(show).plateTags === now.id}
              onClick={() =>
                session.edit(`Plates print the tags of ${now.name}`, edit([settingsOf(show)], { plateTags: now.id }))
              }
            >
              {settingsOf(show).plateTags === now.id ? 'Plates print these' : 'Print these on plates'}
            </button>
            <button
              type="button"
              className="act"
              disabled={sets.length < 2}
              onClick={() => {
                const users = usersOf(show, now.id).length;
                if (users)
                  return void toast(`${now.name} is in use: by plates, or by ${users} records. Choose another there first.`);
                session.edit(`Delete the tag set ${now.name}`, removeRecords(show, [now]));
                useView.setState({ tagSet: null });
              }}
            >
              Delete
            </button>
          </div>
        </>
      )}
    </section>
  );
}

/** What a new line says first: what is asked for most often and not there yet. */
const unused = (show: Show, { lines }: TagSet): string =>
  ['purpose', 'colour', 'channel', 'address', 'circuit', 'dimmer', 'type', ...fieldsOf(show).map(({ id }) => id)].find(
    (id) => !lines.some(({ field }) => field === id),
  ) ?? 'purpose';

interface LineProps {
  readonly item: TagLine;
  readonly i: number;
  /** How many lines there are. */
  readonly of: number;
  /** What it says of the sample; '' where that is empty there, null without a sample. */
  readonly says: string | null;
  readonly onChange: (patch: Partial<TagLine>) => void;
  readonly onMove: (by: number) => void;
  readonly onTake: () => void;
}
const placeWords = {
  body: 'inside',
  behind: 'behind',
  front: 'in front',
  left: 'left',
  right: 'right',
} as const satisfies Record<TagLine['place'], string>;
const enclosureWords = {
  none: 'bare',
  circle: 'in a circle',
  box: 'in a box',
  hexagon: 'in a hexagon',
  underline: 'underlined',
} as const satisfies Record<TagLine['enclosure'], string>;

/** One line: what is said, where it stands and how it looks, as a sentence. */
function LineCard({ item, i, of, says, onChange, onMove, onTake }: LineProps) {
  const show = useShow();
  const acts = [
    { name: `Line ${i + 1} earlier`, title: 'Nearer to the unit', Icon: ArrowUp, off: i === 0, act: () => onMove(-1) },
    { name: `Line ${i + 1} later`, title: 'Farther from the unit', Icon: ArrowDown, off: i === of - 1, act: () => onMove(1) },
    { name: `Take line ${i + 1} out`, title: 'Take this line out', Icon: Trash2, off: false, act: onTake },
  ];
  return (
    <li className="border-t py-1.5 text-[12px]" style={{ borderColor: 'var(--hair)' }}>
      <div className="flex items-center gap-1">
        <Choice
          label={`Field ${i + 1}`}
          className="min-w-0 flex-1 font-bold"
          value={item.field}
          options={fieldsOf(show).map((field) => [field.id, field.title] as const)}
          onChoose={(field) => onChange({ field })}
        />
        {acts.map(({ name, title, Icon, off, act }) => (
          <button
            key={name}
            type="button"
            className="tool !h-6 !w-6 shrink-0 disabled:opacity-30"
            aria-label={name}
            title={title}
            disabled={off}
            onClick={act}
          >
            <Icon size={12} />
          </button>
        ))}
      </div>
      <div className="flex items-center gap-1">
        <Choice
          label={`Place ${i + 1}`}
          className="min-w-0 flex-1"
          value={item.place}
          options={tagPlacesOf.map((place) => [place, placeWords[place]] as const)}
          onChoose={(place) => onChange({ place })}
        />
        <Choice
          label={`Enclosure ${i + 1}`}
          className="min-w-0 flex-1"
          value={item.enclosure}
          options={enclosures.map((enclosure) => [enclosure, enclosureWords[enclosure]] as const)}
          onChoose={(enclosure) => onChange({ enclosure })}
        />
        <span className="w-8 shrink-0">
          <TextField
            label={`Size ${i + 1}`}
            value={String(item.size)}
            onWrite={(text) => {
              const size = Number(text.replace(',', '.'));
              if (!(size >= 0.8 && size <= 20)) return 'From 0.8 to 20 mm on paper.';
              onChange({ size });
              return null;
            }}
          />
        </span>
        <span className="pencil">mm</span>
      </div>
      {says !== null && (
        <p className="pencil truncate" title={says}>
          {says ? `here: ${says}` : 'nothing here: this unit has none'}
        </p>
      )}
      <Only index={i} line={item} onChange={onChange} />
    </li>
  );
}

/** For which types and layers a line is meant; all, unless some are named. */
function Only({ index, line, onChange }: { index: number; line: TagLine; onChange: (patch: Partial<TagLine>) => void }) {
  const show = useShow();
  const named = [
    ...line.types.map((id) => ({ id, what: 'types' as const })),
    ...line.layers.map((id) => ({ id, what: 'layers' as const })),
  ];
  const nameOf = (id: string) => {
    const record = show.records.get(id);
    return record && 'name' in record ? record.name : '';
  };
  return (
    <div className="flex flex-wrap items-center gap-1 py-0.5 text-[11px]">
      <span className="pencil">{named.length ? 'only for' : 'for all types and layers'}</span>
      {named.map(({ id, what }) => (
        <button
          key={id}
          type="button"
          className="act !py-0"
          title="Take it out"
          onClick={() => onChange({ [what]: line[what].filter((other) => other !== id) })}
        >
          {nameOf(id)}
        </button>
      ))}
      <Choice
        label={`Line ${index + 1} only for`}
        className="!w-14"
        value=""
        options={[
          ['', 'only ...'],
          ...all(show, 'type').map((type) => [type.id, `type ${type.name}`] as const),
          ...all(show, 'layer').map((layer) => [layer.id, `layer ${layer.name}`] as const),
        ]}
        onChoose={(value) => {
          const record = show.records.get(value);
          if (record?.kind === 'type') onChange({ types: [...line.types, record.id] });
          if (record?.kind === 'layer') onChange({ layers: [...line.layers, record.id] });
        }}
      />
    </div>
  );
}
