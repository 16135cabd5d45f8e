/** The guide over the panes: its chapters at the left, searched above. */
import { useMemo, useState } from 'react';
import guide from '../../../docs/guide.md?raw';
import { closePanel } from '../../state/acting';
import { Typed } from '../../ui/Field';
import { PanelHead } from '../../ui/PanelHead';
import { Rendered } from './Rendered';
import { found, sectionsOf } from './sections';

const sections = sectionsOf(guide);

export const GuidePanel = () => <Guide onClose={closePanel} />;

export function Guide({ onClose }: { onClose: () => void }) {
  const [search, setSearch] = useState('');
  const shown = useMemo(() => found(sections, search), [search]);
  const none = search.trim() !== '' && shown.length === 0;
  return (
    <section
      aria-label="The guide"
      className="absolute inset-0 z-20 grid grid-cols-[200px_1fr] grid-rows-[auto_1fr] text-[13px] max-[700px]:grid-cols-1"
      style={{ background: 'var(--sheet)' }}
    >
      <div className="col-span-full flex flex-wrap items-center gap-4 px-4 pt-2 pb-1">
        <div className="min-w-40 flex-1">
          <PanelHead name="The guide" onClose={onClose} />
        </div>
        <Typed className="!w-64" label="Search the guide" placeholder="a word" value={search} onText={setSearch} />
      </div>
      <nav aria-label="Chapters" className="overflow-auto px-4 pb-4 max-[700px]:hidden">
        <ul>
          {shown.map((section) => (
            <li key={section.id} className={section.depth > 1 ? 'pl-3' : 'pt-2'}>
              <button
                type="button"
                className={`min-h-6 w-full text-left hover:underline ${section.depth > 1 ? 'pencil' : 'font-bold'}`}
                onClick={() => document.getElementById(section.id)?.scrollIntoView({ block: 'start' })}
              >
                {section.title}
              </button>
            </li>
          ))}
        </ul>
      </nav>
      {/* biome-ignore lint/a11y/noNoninteractiveTabindex: a text that is scrolled must be reached by keyboard (WCAG 2.1.1) */}
      <div className="overflow-auto px-4 pb-8" tabIndex={0} role="document" aria-label="Text of the guide">
        {none && <p role="status">Nothing in the guide has all of these words. Try one of them alone.</p>}
        {shown.map((section) => (
          <article key={section.id} id={section.id} aria-label={section.title} className="max-w-[760px] scroll-mt-2">
            {section.depth > 1 ? (
              <h3 className="pt-4 font-bold">{section.title}</h3>
            ) : (
              <h2 className="pt-6 text-[17px] font-bold">{section.title}</h2>
            )}
            <Rendered tokens={section.tokens} />
          </article>
        ))}
      </div>
    </section>
  );
}
