/** The guide by itself, from the list of shows and from the Shelf. */
import { useNavigate } from 'react-router';
import { Guide } from '../features/guide/GuidePanel';
import { UpdatedSince } from '../ui/Fault';
import { OutputElsewhere } from '../ui/OutputElsewhere';

export function GuidePage() {
  const navigate = useNavigate();
  return (
    <main className="fixed inset-0">
      <title>The guide - Dessin</title>
      <h1 className="sr-only">Dessin</h1>
      <Guide onClose={() => void navigate(-1)} />
      <UpdatedSince />
      <OutputElsewhere />
    </main>
  );
}
