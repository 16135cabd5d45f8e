/** What is alive on a map, written straight into its picture, once a frame. */
import { useEffect } from 'react';
import { filterOf, isButton, isChannel, lightsOf } from '#core/maps/things';
import type { BoardMap, Id, MapItem } from '#core/model/records';
import type { Show } from '#core/model/show';
import { levelText } from '#core/wires/lives';
import { hexOf, liveOfRow, WARM } from '#core/wires/sheet';
import { followLives, liveOf } from '../../state/wires/wires';

/** Figures and glows of what is alive. */
export function useLevels(svg: React.RefObject<SVGSVGElement | null>, show: Show, map: BoardMap): void {
  useEffect(() => {
    const things = map.items.filter((item) => isChannel(item) || isButton(item));
    const byLight = new Map<Id, MapItem[]>();
    for (const item of things) for (const { id } of lightsOf(show, item)) byLight.set(id, [...(byLight.get(id) ?? []), item]);
    const write = (item: MapItem) => {
      const group = svg.current?.querySelector<SVGGElement>(`[data-item="${CSS.escape(item.id)}"]`);
      if (!group) return;
      const live = liveOfRow({ channel: '', fixtures: lightsOf(show, item) }, liveOf);
      const glow = group.querySelector<SVGRectElement>('.glow');
      const figure = group.querySelector<SVGTextElement>('.level');
      const level = live?.level ?? 0;
      if (figure) {
        figure.textContent = live && (level > 0 || live.lost) ? `${levelText(level)}${live.lost ? '?' : ''}` : '';
        figure.style.fill = live?.lost ? 'var(--stop)' : '';
      }
      group.dataset.state = live?.lost ? 'lost' : level > 0 ? 'lit' : 'out';
      if (glow) {
        glow.style.fill =
          level > 0 && map.fill !== 'nothing'
            ? live?.colour
              ? hexOf(live.colour)
              : (filterOf(show, item) ?? WARM)
            : 'transparent';
        glow.style.fillOpacity = String(0.08 + 0.34 * level);
        glow.style.stroke = live?.lost ? 'var(--stop)' : '';
        glow.style.strokeWidth = '0.5';
      }
    };
    for (const item of things) write(item);
    return followLives((changed) => {
      if (!changed) for (const item of things) write(item);
      else for (const item of new Set(changed.flatMap((id) => byLight.get(id) ?? []))) write(item);
    });
  }, [svg, show, map]);
}
