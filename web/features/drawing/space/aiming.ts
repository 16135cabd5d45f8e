/** Aiming in space: the chosen units follow the pointer over the stage, and a click aims them there. */
import { useEffect, useMemo, useState } from 'react';
import { AIM_HEIGHT } from '#core/fields/aim';
import { aimSaid } from '#core/light/aimed';
import { apply, type Change } from '#core/model/change';
import type { Fixture, FocusArea, Id, Vec3 } from '#core/model/records';
import { all, find, type Show } from '#core/model/show';
import { aimAtArea, aimAtPoint, areaAt } from '#core/setout/aims';
import { chosenFixtures } from '../../../state/chosen';
import { useSession, useShow } from '../../../state/context';
import { useSelection } from '../../../state/selection';
import { toast } from '../../../state/toast';
import { useTool } from '../../../state/tool';
import { plural } from '../../../ui/words';

/** What the pointer means on the stage: the area that it lies in, or a point; what is level is aimed at as high as a face above it. */
function changeAt(show: Show, fixtures: readonly Fixture[], point: Vec3, normal: Vec3, free: boolean): Change {
  const hidden = new Set(all(show, 'layer').flatMap(({ id, state }) => (state === 'hidden' ? [id] : [])));
  const level = normal[2] > 0.9;
  const area = free || !level ? null : areaAt(show, [point[0], point[1]], hidden);
  if (area) return aimAtArea(fixtures, area);
  const round = (mm: number) => Math.round(mm / 10) * 10;
  const z = level && !free ? point[2] + AIM_HEIGHT : point[2];
  return aimAtPoint(show, fixtures, [round(point[0]), round(point[1])], round(z), AIM_HEIGHT);
}

export interface Aiming {
  readonly on: boolean;
  /** What it would be; null while the pointer is off the stage. */
  readonly trial: { readonly change: Change; readonly say: string } | null;
  readonly point: (point: Vec3, normal: Vec3, free: boolean) => void;
  readonly leave: () => void;
  /** Aims where the stage was clicked: the window may not have followed the pointer there yet. */
  readonly take: (point: Vec3, normal: Vec3, free: boolean) => void;
  /** Aims at an area that was pressed. */
  readonly takeArea: (area: FocusArea) => void;
}
export function useAiming(): Aiming {
  const show = useShow();
  const session = useSession();
  const on = useTool(({ tool }) => tool === 'aim');
  const [trial, setTrial] = useState<Aiming['trial']>(null);
  useEffect(() => {
    if (!on) setTrial(null);
  }, [on]);
  return useMemo(() => {
    const chosen = (): Fixture[] => chosenFixtures(show, useSelection.getState().selection);
    const saidOf = (change: Change, id: Id | undefined): string => {
      const after = apply(show, change);
      const fixture = id === undefined ? undefined : find(after, 'fixture', id);
      return fixture ? aimSaid(after, fixture) : '';
    };
    const aim = (fixtures: readonly Fixture[], change: Change) => {
      if (!fixtures.length) return void toast('Choose the units first, then aim them.');
      session.edit(`Aim ${plural(fixtures.length)} at ${saidOf(change, fixtures[0]?.id).split(':')[0]}`, change);
      useTool.setState({ tool: 'select' });
    };
    return {
      on,
      trial,
      point(point, normal, free) {
        const fixtures = chosen();
        if (!fixtures.length) return setTrial(null);
        const change = changeAt(show, fixtures, point, normal, free);
        setTrial({ change, say: saidOf(change, fixtures[0]?.id) });
      },
      leave: () => setTrial(null),
      take: (point, normal, free) => aim(chosen(), changeAt(show, chosen(), point, normal, free)),
      takeArea: (area) => aim(chosen(), aimAtArea(chosen(), area)),
    };
  }, [show, session, on, trial]);
}
