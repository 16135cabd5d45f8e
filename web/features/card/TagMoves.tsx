/** Where the tags of one unit stand that were moved by hand, by figures: what a drag does on the drawing. */

import { useState } from 'react';
import { linesFor, tagSetOf } from '#core/draw/tag-set';
import { fieldName } from '#core/fields/index';
import { updating } from '#core/model/change';
import type { Fixture } from '#core/model/records';
import { useSession, useShow } from '../../state/context';
import { useView } from '../../state/view';
import { Line, TextField } from '../../ui/TextField';
import { withField } from './shared';
import { FAR, movable, movedBy } from './tag-moves';

export function TagMoves({ fixture }: { fixture: Fixture }) {
  const session = useSession();
  const show = useShow();
  const seen = useView((state) => state.tagSet);
  const [open, setOpen] = useState((fixture.tagMoves ?? []).length > 0);
  const set = tagSetOf(show, fixture.tags ?? (seen === 'none' ? null : seen));
  const moves = fixture.tagMoves ?? [];
  const tags = [...new Set([...movable(set ? linesFor(set, fixture) : []), ...moves.map(({ tag }) => tag)])];
  return (
    <details className="py-1" open={open} onToggle={(event) => setOpen(event.currentTarget.open)}>
      <summary className="pencil cursor-pointer">Tags moved by hand</summary>
      {/* Only while it is open: most cards are looked at for something else. */}
      {(open ? tags : []).map((tag) => {
        const move = moves.find((item) => item.tag === tag);
        return (
          <Line key={tag} name={fieldName(show, tag)} unit="mm of paper">
            <TextField
              label={`The tag ${fieldName(show, tag)} stands`}
              value={move ? move.by.join(', ') : ''}
              placeholder="by itself"
              help="right of its unit and up the page, as in 4, -6.5; empty, and it finds its place"
              onWrite={(text) => {
                const by = text.trim() ? movedBy(text) : null;
                if (text.trim() && !by) return `Two figures, right and up, as in 4, -6.5; at most ${FAR} mm.`;
                const others = moves.filter((item) => item.tag !== tag);
                const next = by ? [...others, { tag, by }] : others;
                session.edit(
                  `Move the ${tag} of unit ${fixture.unit || '-'}`,
                  updating([[fixture, withField(fixture, 'tagMoves', next.length ? next : undefined)]]),
                );
                return null;
              }}
            />
          </Line>
        );
      })}
    </details>
  );
}
