/** What only some may do: left out for all others, and fields in it for them to read. */
import type { ReactNode } from 'react';
import type { ShowAct } from '#core/access/roles';
import { useMay } from '../state/context';
import { Writes } from './writes';

interface Props {
  readonly act?: ShowAct;
  readonly children: ReactNode;
}
/** Whoever may not do it is not offered it. */
export const May = ({ act = 'draft', children }: Props) => (useMay(act) ? children : null);
/** Whoever may not write it reads it. */
export const ReadOrWrite = ({ act = 'draft', children }: Props) => <Writes value={useMay(act)}>{children}</Writes>;
