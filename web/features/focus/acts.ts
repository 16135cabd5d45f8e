/** What commands of the step Focus do. */
import { aimMirrored } from '#core/setout/aims';
import { withFixtures } from '../../state/acting';
import { toast } from '../../state/toast';
import type { Context } from '../../ui/registry';
import { plural } from '../../ui/words';

/** The units that were chosen first keep their aims; as many again, in the order in which they were chosen, get the mirror images of those. */
export const aimAsMirrored = withFixtures<Context>(({ session, show }, fixtures) => {
  const half = Math.floor(fixtures.length / 2);
  if (half < 1 || fixtures.length % 2)
    return void toast('Choose the units of one side, then as many of the other side in the same order.');
  session.edit(
    `Aim ${plural(half)} as the mirror image of the others`,
    aimMirrored(show, fixtures.slice(0, half), fixtures.slice(half)),
  );
});
