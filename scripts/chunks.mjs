/**
 * Which modules of the interface come in one file. By itself the bundler makes a file for each set of parts that share something, many of a hundred bytes:
 * opening a show asked for 107 of them, and each costs a way to the server and back.
 */

/** @typedef {Pick<import('rolldown').ChunkingContext, 'getModuleInfo'>} Graph  what the bundler knows of its modules */

/**
 * All that is there as soon as a module is: itself, and what it names at its head.
 * @param {string} from @param {Graph} graph
 */
function withImports(from, graph) {
  const all = new Set([from]);
  for (const id of all) for (const next of graph.getModuleInfo(id)?.importedIds ?? []) all.add(next);
  return all;
}

/** Files that are made by hand, each of what needs nothing of the later ones, or two would wait for each other: what more parts need goes first. */
const files = ['first', 'common', 'work', 'show'];

/**
 * Which file a module comes in; null where the bundler may choose.
 * @param {string} web  folder of the interface @param {Graph} graph @returns {(id: string) => string | null}
 */
function placing(web, graph) {
  const [show, shelf] = [`${web}/app/ShowPage.tsx`, `${web}/app/ShelfPage.tsx`];
  const first = withImports(`${web}/index.html`, graph);
  const pages = new Set([...first].flatMap((id) => graph.getModuleInfo(id)?.dynamicallyImportedIds ?? []));
  const [ofShow, ofShelf] = [withImports(show, graph), withImports(shelf, graph)];
  const ofOthers = new Set([...pages].filter((id) => id !== show && id !== shelf).flatMap((id) => [...withImports(id, graph)]));
  return (id) =>
    first.has(id) ? 'first' : !ofShow.has(id) ? null : ofOthers.has(id) ? 'common' : ofShelf.has(id) ? 'work' : 'show';
}

/** Groups of modules for the bundler. @param {string} web  folder of the interface */
export function groupsOf(web) {
  /** @type {ReturnType<typeof placing> | undefined} */
  let place;
  return files.map((file, i) => ({
    /** @param {string} id @param {Graph} graph */
    name: (id, graph) => {
      place ??= placing(web, graph);
      return place(id) === file ? file : null;
    },
    // A group takes along what its modules need, unless an earlier one has it.
    priority: files.length - i,
  }));
}
