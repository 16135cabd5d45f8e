/** A walk by the clock through the whole rig; its film is kept in the table Walks. And lights that are parked. */
import { useEffect, useState } from 'react';
import { channelText } from '#core/fields/texts';
import { find, type Show } from '#core/model/show';
import { useSession } from '../../../state/context';
import { Choice } from '../../../ui/Field';
import { beginWalk, endWalk, walkOn } from '../acts';
import { useCheck } from '../state';

const paces = [2, 3, 5, 10, 20].map((seconds) => [seconds, `${seconds} s each`] as const);

export function WalkPart() {
  const session = useSession();
  const walking = useCheck((state) => state.walking);
  const [each, setEach] = useState(3);
  // Each light has its own clock: it begins anew when one is up.
  const up = walking?.steps.length ?? 0;
  const seconds = walking?.each ?? 0;
  useEffect(() => {
    if (!up) return;
    const timer = setTimeout(() => walkOn(session), seconds * 1000);
    return () => clearTimeout(timer);
  }, [session, up, seconds]);
  return (
    <div className="flex items-center gap-2 py-1">
      <span className="pencil">walk</span>
      <Choice
        label="Pace of the walk"
        className="flex-1"
        value={walking?.each ?? each}
        options={paces}
        disabled={walking !== null}
        onChoose={(next) => setEach(Number(next))}
      />
      <button
        type="button"
        className="act"
        aria-pressed={walking !== null}
        title="Goes through the whole order by the clock. What is noted on the way stands in its film"
        onClick={() => (walking ? endWalk(session) : beginWalk(session, each))}
      >
        {walking ? `End, ${up} seen` : 'Walk'}
      </button>
    </div>
  );
}

export function ParkedPart({ show }: { readonly show: Show }) {
  const { parked, at, level } = useCheck();
  const put = (change: (parked: Map<string, number>) => unknown) => {
    const next = new Map(parked);
    change(next);
    useCheck.setState({ parked: next });
  };
  return (
    <div className="flex flex-wrap items-center gap-1 py-1" data-testid="parked">
      <span className="pencil">parked</span>
      {[...parked].map(([id, share]) => {
        const fixture = find(show, 'fixture', id);
        const name = fixture ? channelText(fixture) || fixture.unit : 'struck';
        return (
          <button
            key={id}
            type="button"
            className="act !h-6"
            aria-label={`Let go of ${name}`}
            title="Let go of it"
            onClick={() => put((next) => next.delete(id))}
          >
            {name} at {Math.round(share * 100)}
          </button>
        );
      })}
      {parked.size === 0 && <span className="pencil">none</span>}
      <button
        type="button"
        className="link"
        disabled={!at}
        title="It stays at this level whatever else comes up"
        onClick={() => at && put((next) => next.set(at, level))}
      >
        park this one
      </button>
    </div>
  );
}
