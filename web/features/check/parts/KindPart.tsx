/** All of a kind at once, steady or moving. */
import type { Show } from '#core/model/show';
import { kinOf, namesOf, paces, togethers } from '#core/wires/wish';
import { goTo, useSelection } from '../../../state/selection';
import { Choice } from '../../../ui/Field';
import { plural } from '../../../ui/words';
import { kinNow, useCheck } from '../state';

const speeds = [250, 500, 1000, 2000, 4000].map((ms) => [ms, `${ms / 1000} s`] as const);

export function KindPart({ show }: { readonly show: Show }) {
  const { by, kin, pace, step } = useCheck();
  const selection = useSelection((state) => state.selection);
  const kinds = by === 'selection' ? [] : kinOf(show, by);
  const lights = kinNow(show, { by, kin }, selection);
  const choose = (name: string) => useCheck.setState({ kin: name });
  const place = kinds.findIndex(({ name }) => name === kin);
  return (
    <div className="flex flex-col gap-1" data-testid="kind">
      <div className="flex items-center gap-2">
        <span className="pencil">all of a</span>
        <Choice
          label="All of a kind, by"
          className="flex-1"
          value={by}
          options={[...togethers, ['selection', 'selection']]}
          onChoose={(next) =>
            useCheck.setState({ by: next, kin: next === 'selection' ? '' : (kinOf(show, next)[0]?.name ?? '') })
          }
        />
      </div>
      {by !== 'selection' && (
        <div className="flex items-center gap-2">
          <Choice
            label="Which of them"
            className="flex-1"
            value={kin}
            options={[['', 'none'], ...kinds.map(({ name, lights: own }) => [name, `${name}, ${own.length}`] as const)]}
            onChoose={choose}
          />
          <button type="button" className="act" disabled={place <= 0} onClick={() => choose(kinds[place - 1]?.name ?? '')}>
            Back
          </button>
          <button
            type="button"
            className="act"
            disabled={place >= kinds.length - 1}
            onClick={() => choose(kinds[place + 1]?.name ?? '')}
          >
            Next
          </button>
        </div>
      )}
      <p aria-live="polite">
        <b>{plural(lights.length, 'light')}</b> <span className="pencil">{namesOf(show, lights)}</span>{' '}
        {lights.length > 0 && (
          <button type="button" className="link" onClick={() => goTo(lights)}>
            show them
          </button>
        )}
      </p>
      <div className="flex items-center gap-2">
        <Choice
          label="What they do"
          className="flex-1"
          value={pace}
          options={paces}
          onChoose={(next) => useCheck.setState({ pace: next })}
        />
        <Choice
          label="Time of a step"
          className="!w-20"
          value={step}
          options={speeds}
          disabled={pace === 'steady'}
          onChoose={(next) => useCheck.setState({ step: Number(next) })}
        />
      </div>
    </div>
  );
}
