/** The tools of the drawing board, and its steps back. */
import { Anchor, Circle, Crosshair, Hash, MousePointer2, PenLine, Redo2, Type, Undo2 } from 'lucide-react';
import type { Dispatch } from 'react';
import { type AccessoryForm, accessoryForms } from '#core/model/records';
import { Choice } from '../../../ui/Field';
import type { Act, Board, BoardTool } from './board';

const tools: readonly (readonly [BoardTool, string, typeof PenLine])[] = [
  ['select', 'Choose and move', MousePointer2],
  ['line', 'Line: click points; Enter ends, the first point closes', PenLine],
  ['circle', 'Circle: press at the middle and drag', Circle],
  ['text', 'Text zone', Type],
  ['clamp', 'Where the clamp is', Crosshair],
  ['unit', 'Where the unit number stands', Hash],
  ['anchor', 'Where an accessory sits', Anchor],
];

interface Props {
  readonly board: Board;
  readonly act: Dispatch<Act>;
  readonly tool: BoardTool;
  readonly setTool: (tool: BoardTool) => void;
  readonly anchorForm: AccessoryForm;
  readonly setAnchorForm: (form: AccessoryForm) => void;
}
export function BoardBar({ board, act, tool, setTool, anchorForm, setAnchorForm }: Props) {
  return (
    <div
      className="flex flex-wrap items-center gap-1 px-2 py-1"
      style={{ borderBottom: '1px solid var(--hair)' }}
      role="toolbar"
      aria-label="Tools"
    >
      {tools.map(([name, text, Icon]) => (
        <button
          key={name}
          type="button"
          className="tool"
          aria-label={text}
          title={text}
          aria-pressed={tool === name}
          onClick={() => setTool(name)}
        >
          <Icon size={15} />
        </button>
      ))}
      {tool === 'anchor' && (
        <Choice
          label="Accessory of the anchor"
          className="!w-auto"
          value={anchorForm}
          options={accessoryForms.map((form) => form)}
          onChoose={(value) => setAnchorForm(value as AccessoryForm)}
        />
      )}
      <span className="flex-1" />
      <button
        type="button"
        className="tool"
        aria-label="Undo in the symbol"
        title="Undo (Ctrl Z)"
        disabled={!board.past.length}
        onClick={() => act({ do: 'undo' })}
      >
        <Undo2 size={14} />
      </button>
      <button
        type="button"
        className="tool"
        aria-label="Redo in the symbol"
        title="Redo (Ctrl Shift Z)"
        disabled={!board.future.length}
        onClick={() => act({ do: 'redo' })}
      >
        <Redo2 size={14} />
      </button>
    </div>
  );
}
