/** Names of files in an archive: letters that every disk knows, and no two alike where capitals count for nothing. */

/** @param ending  with its full stop */
export function freeNames(ending: string): (stem: string) => string {
  const taken = new Set<string>();
  return (said) => {
    const stem = said.replace(/[^A-Za-z0-9@ _+-]/g, '_').trim() || 'unnamed';
    let name = `${stem}${ending}`;
    for (let n = 2; taken.has(name.toLowerCase()); n++) name = `${stem} ${n}${ending}`;
    taken.add(name.toLowerCase());
    return name;
  };
}
