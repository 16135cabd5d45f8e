/** Aims the chosen units in a section or an elevation: along what is seen and in height, or at the area that is clicked. */
import { circle, LINE, MOVE, type Prim, path } from '#core/draw/list';
import { projected, type SectionView } from '#core/draw/section-view';
import { aimSaid } from '#core/light/aimed';
import { formatLength } from '#core/measure/lengths';
import { apply, type Change } from '#core/model/change';
import type { Fixture, FocusArea, Vec2 } from '#core/model/records';
import { find, settingsOf } from '#core/model/show';
import { aimAtArea, aimInView } from '#core/setout/aims';
import { snapTo } from '#core/space/curves';
import { place, targetOf } from '#core/space/hanging';
import { chosenFixtures } from '../../state/chosen';
import { useSelection } from '../../state/selection';
import { useTool } from '../../state/tool';
import { type Env, slip, type Tool } from '../../ui/canvas/tool';
import { plural } from '../../ui/words';

/** Heights of aims keep to this, mm, unless Alt is held. */
const STEP = 50;

class AimCutTool implements Tool {
  readonly crosshair = true;
  private pointer: Vec2 | null = null;
  private area: FocusArea | null = null;
  constructor(
    private readonly env: Env,
    private readonly view: () => SectionView,
  ) {}
  private chosen = (): Fixture[] => chosenFixtures(this.env.show(), useSelection.getState().selection);
  /** Where the pointer means. With Alt it is the point itself, whatever lies there. */
  private at(to: Vec2, free: boolean): void {
    const { env } = this;
    const chunk = free ? null : env.surface().pick(to[0], to[1], ['area']);
    this.area = chunk?.id ? (find(env.show(), 'area', chunk.id) ?? null) : null;
    const { snap } = settingsOf(env.show());
    this.pointer = free ? to : [snapTo(to[0], snap), snapTo(to[1], STEP)];
  }
  private change(fixtures: readonly Fixture[]): Change {
    const { area, pointer } = this;
    if (area) return aimAtArea(fixtures, area);
    if (!pointer) throw new RangeError('Click where they are to be aimed.');
    return aimInView(this.env.show(), this.view(), fixtures, pointer[0], pointer[1]);
  }
  down(): void {}
  move(to: Vec2, event: PointerEvent): void {
    this.at(to, event.altKey);
    this.env.refresh();
  }
  up(to: Vec2, event: PointerEvent): void {
    const { env } = this;
    this.at(to, event.altKey);
    const fixtures = this.chosen();
    if (!fixtures.length) {
      env.say('Choose the units first, then aim them.');
      return;
    }
    const { units } = settingsOf(env.show());
    const said = this.area ? ` at ${this.area.name}` : ` at +${formatLength(this.pointer?.[1] ?? 0, units)}`;
    env.session.edit(`Aim ${plural(fixtures.length)}${said}`, this.change(fixtures));
    useTool.setState({ tool: 'select' });
  }
  cancel(): boolean {
    this.pointer = null;
    this.env.refresh();
    // The tool is laid down by the next Escape.
    return false;
  }
  reads = (): readonly [number, number] | null => this.pointer;
  ghosts(): Prim[] {
    const { env, pointer } = this;
    const fixtures = this.chosen();
    if (!pointer || !fixtures.length) return [];
    const after = apply(env.show(), this.change(fixtures));
    const view = this.view();
    const out: Prim[] = [];
    for (const { id } of fixtures) {
      const fixture = find(after, 'fixture', id);
      const target = fixture && targetOf(after, fixture);
      if (!target) continue;
      const [from, to] = [projected(view, place(after, fixture).lens), projected(view, target)];
      out.push(path([MOVE, from.x, from.z, LINE, to.x, to.z], 'thin', 'none', 'lamp'));
      if (out.length > 1) continue;
      out.push(circle(to.x, to.z, 4 / env.surface().view.k, 'scenery', 'paper', 'lamp'));
      out.push(...slip(env, [to.x, to.z], aimSaid(after, fixture), 30));
    }
    return out;
  }
}
export const aimCutTool = (env: Env, view: () => SectionView): Tool => new AimCutTool(env, view);
