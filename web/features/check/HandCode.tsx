/** The check for the hand, by a code on the screen: a telephone at the foot of the ladder opens it. */
import { type Show, settingsOf } from '#core/model/show';
import { handAddress } from '#core/paper/labels';
import { BASE, home } from '../../state/base';
import { ToTelephone } from '../../ui/Code';

export const HandCode = ({ show }: { readonly show: Show }) => (
  <ToTelephone
    link={handAddress(settingsOf(show).address || home(), show)}
    here={handAddress(BASE, show)}
    name="Open the page for the hand here"
    also="labels for the check carry this code too."
  />
);
