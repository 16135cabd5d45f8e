/** Everything by name: Ctrl K. */
import { Command as Cmdk } from 'cmdk';
import { all } from '#core/model/show';
import { goTo, useDesk } from '../session/desk';
import { type Context, commands, keyText } from './commands';

export function Palette({ context }: { context: Context }) {
  const open = useDesk((desk) => desk.palette);
  const set = useDesk((desk) => desk.set);
  const close = () => set({ palette: false });
  if (!open) return null;
  return (
    <Cmdk.Dialog
      open
      onOpenChange={(next) => !next && close()}
      label="Do anything by name"
      className="fixed inset-x-0 top-14 z-50 mx-auto w-[560px] border shadow-lg"
      contentClassName=""
      overlayClassName="fixed inset-0 z-40"
    >
      <div style={{ background: 'var(--sheet)', border: '1px solid var(--pencil)' }}>
        <Cmdk.Input
          autoFocus
          placeholder="Do anything by name"
          className="w-full bg-transparent px-3 py-2 text-[14px] outline-none"
          style={{ borderBottom: '1px solid var(--hair)' }}
        />
        <Cmdk.List className="max-h-[50vh] overflow-auto p-1 text-[13px]">
          <Cmdk.Empty className="pencil px-3 py-2">Nothing by this name.</Cmdk.Empty>
          {commands.map((command) => (
            <Cmdk.Item
              key={command.id}
              value={command.name}
              onSelect={() => {
                close();
                command.run(context);
              }}
              className="flex cursor-pointer justify-between px-2 py-1.5 data-[selected=true]:bg-[var(--halo)]"
            >
              <span>{command.name}</span>
              {command.key && <kbd className="pencil">{keyText(command.key)}</kbd>}
            </Cmdk.Item>
          ))}
          {all(context.show, 'position').map((position) => (
            <Cmdk.Item
              key={position.id}
              value={`Go to ${position.name} ${position.id}`}
              onSelect={() => {
                close();
                goTo([position.id]);
              }}
              className="cursor-pointer px-2 py-1.5 data-[selected=true]:bg-[var(--halo)]"
            >
              Go to {position.name}
            </Cmdk.Item>
          ))}
        </Cmdk.List>
      </div>
    </Cmdk.Dialog>
  );
}
