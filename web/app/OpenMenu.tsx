/** The menu at the right button: the commands that say that they stand in it. Fetched when it is first opened, or in a quiet moment. */
import * as Radix from '@radix-ui/react-dropdown-menu';
import { ChevronRight } from 'lucide-react';
import { Fragment, type ReactNode } from 'react';
import { chosenFixtures, chosenPositions } from '../state/chosen';
import { closeMenu, useMenu } from '../state/menu';
import { useSelection } from '../state/selection';
import { focusDrawing } from '../ui/focus';
import { keyOf } from '../ui/own-keys';
import { type Command, type Context, isOffered, keyText, type MenuPlace, registry } from '../ui/registry';
import { plural } from '../ui/words';

const groups: readonly MenuPlace['group'][] = ['choose', 'see', 'change', 'remove'];
const box = 'z-50 max-h-(--radix-dropdown-menu-content-available-height) min-w-44 overflow-auto border py-1 text-[12px]';
/** About how high it is, pixels: where there is less room below the pointer it begins higher, and not above it. */
const HIGH = 520;
const paper = { background: 'var(--sheet)', borderColor: 'var(--pencil)' };
const line =
  'flex min-h-6 cursor-default items-center justify-between gap-4 px-3 py-0.5 outline-none data-[highlighted]:bg-[var(--halo)] data-[state=open]:bg-[var(--halo)]';

interface Chosen {
  readonly fixtures: number;
  readonly positions: number;
  readonly all: number;
}
const meets: Readonly<Record<NonNullable<MenuPlace['needs']>, (chosen: Chosen) => boolean>> = {
  fixtures: ({ fixtures }) => fixtures > 0,
  positions: ({ positions }) => positions > 0,
  rig: ({ fixtures, positions }) => fixtures + positions > 0,
  any: ({ all }) => all > 0,
};

export default function OpenMenu({ context }: { context: Context }) {
  const at = useMenu((state) => state.at);
  const selection = useSelection((state) => state.selection);
  if (!at) return null;
  const chosen: Chosen = {
    fixtures: chosenFixtures(context.show, selection).length,
    positions: chosenPositions(context.show, selection).length,
    all: selection.length,
  };
  const { role } = context.session.get();
  const commands = [...registry().commands.values()].filter(
    (command) =>
      command.menu &&
      isOffered(command, role) &&
      (!command.menu.needs || meets[command.menu.needs](chosen)) &&
      (command.menu.when?.() ?? true),
  );
  const shown = groups.flatMap((group) => {
    const own = commands.filter(({ menu }) => menu?.group === group).sort((a, b) => (a.menu?.order ?? 0) - (b.menu?.order ?? 0));
    return own.length ? [{ group, own }] : [];
  });
  return (
    <Radix.Root open onOpenChange={(open) => !open && closeMenu()}>
      <Radix.Trigger
        aria-hidden
        tabIndex={-1}
        className="pointer-events-none fixed h-0 w-0"
        style={{ left: at.x + 2, top: Math.max(8, Math.min(at.y, innerHeight - HIGH)) }}
      />
      <Radix.Portal>
        <Radix.Content
          aria-label="Menu"
          align="start"
          side="bottom"
          collisionPadding={8}
          className={box}
          style={paper}
          onCloseAutoFocus={(event) => {
            event.preventDefault();
            // What a command has opened keeps the focus that it took.
            if (document.activeElement === document.body) focusDrawing();
          }}
        >
          <p className="pencil px-3 pb-1 text-[11px]">{said(chosen)}</p>
          {shown.map(({ group, own }, i) => (
            <Fragment key={group}>
              {i > 0 && <Radix.Separator className="my-1 h-px" style={{ background: 'var(--hair)' }} />}
              {own.map((command) => (
                <Entry key={command.id} command={command} context={context} />
              ))}
            </Fragment>
          ))}
        </Radix.Content>
      </Radix.Portal>
    </Radix.Root>
  );
}

const said = ({ fixtures, positions, all }: Chosen): string =>
  !all
    ? 'Nothing is chosen'
    : fixtures === all
      ? `${plural(fixtures)} chosen`
      : positions === all
        ? `${plural(positions, 'position')} chosen`
        : `${plural(all, 'thing')} chosen`;

function Entry({ command, context }: { command: Command; context: Context }) {
  const key = keyOf(command);
  const name = command.menu?.text ?? command.name;
  const choices = command.menu?.choices?.(context);
  if (!choices)
    return (
      <Item onSelect={() => command.run(context)}>
        <span>{name}</span>
        {key && <kbd className="pencil">{keyText(key)}</kbd>}
      </Item>
    );
  return (
    <Radix.Sub>
      <Radix.SubTrigger className={line}>
        {name}
        <ChevronRight size={13} />
      </Radix.SubTrigger>
      <Radix.Portal>
        <Radix.SubContent className={box} style={paper} collisionPadding={8}>
          {choices.map((choice) => (
            <Item key={choice.name} onSelect={() => choice.run(context)}>
              {choice.name}
            </Item>
          ))}
        </Radix.SubContent>
      </Radix.Portal>
    </Radix.Sub>
  );
}

/** What is chosen is done when the menu has gone: it may open something that takes the focus. */
const Item = ({ onSelect, children }: { onSelect: () => void; children: ReactNode }) => (
  <Radix.Item className={line} onSelect={() => setTimeout(onSelect)}>
    {children}
  </Radix.Item>
);
