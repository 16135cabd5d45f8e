/** The Shelf by itself, from the list of shows. */
import { lazy, Suspense } from 'react';
import { useNavigate } from 'react-router';
import { UpdatedSince } from '../ui/Fault';
import { useScopeKeys } from '../ui/keys';
import { OutputElsewhere } from '../ui/OutputElsewhere';
import { usePageKey } from '../ui/page-key';
import './registry';

const ShelfRoom = lazy(() => import('../features/shelf/ShelfRoom').then((module) => ({ default: module.ShelfRoom })));

export function ShelfPage() {
  const navigate = useNavigate();
  useScopeKeys();
  usePageKey('F1', () => void navigate('/guide'));
  return (
    <Suspense fallback={<main className="pencil p-10">Opening the Shelf...</main>}>
      <title>Shelf - Dessin</title>
      <ShelfRoom close={() => void navigate('/')} />
      <UpdatedSince />
      <OutputElsewhere />
    </Suspense>
  );
}
