/** The licences of what ships with the pages and the server: packages with all that they bring along, and the fonts. */
import { existsSync, readdirSync, readFileSync } from 'node:fs';
import { dirname, join } from 'node:path';

const LICENCE = /^(licen[cs]e|copying|notice|ofl)/i;

/** Where a package lies that another one asks for, as Node looks for it. */
function folderOf(name, from) {
  for (let at = from; ; at = dirname(at)) {
    const folder = join(at, 'node_modules', name);
    if (existsSync(join(folder, 'package.json'))) return folder;
    if (at === dirname(at)) return null;
  }
}
/** What a package says that its licence is; where it says nothing, what its text is (MIT's own words). */
const nameOf = (license, texts) =>
  (typeof license === 'string' ? license : license?.type) ??
  (texts.some((text) => text.includes('Permission is hereby granted, free of charge')) ? 'MIT' : '');
/** Every package that ships, each once, by name and version. @param root  folder of the project */
export function packagesOf(root) {
  const found = new Map();
  const visit = (names, from) => {
    for (const name of names) {
      const folder = folderOf(name, from);
      if (!folder) continue;
      const { version, license, dependencies = {}, author } = JSON.parse(readFileSync(join(folder, 'package.json'), 'utf8'));
      const key = `${name} ${version}`;
      if (found.has(key)) continue;
      const texts = readdirSync(folder)
        .filter((file) => LICENCE.test(file) && /^[^.]+(\.(md|txt))?$/.test(file))
        .map((file) => readFileSync(join(folder, file), 'utf8').trim());
      found.set(key, { name, version, license: nameOf(license, texts), author, texts });
      visit(Object.keys(dependencies), folder);
    }
  };
  const { dependencies } = JSON.parse(readFileSync(join(root, 'package.json'), 'utf8'));
  visit(Object.keys(dependencies), root);
  return [...found.values()].sort((a, b) => (a.name < b.name ? -1 : 1));
}
const authorOf = (author) => (typeof author === 'string' ? author : (author?.name ?? ''));
/** All of it as one text. */
export function licencesOf(root) {
  const line = '-'.repeat(80);
  const { license } = JSON.parse(readFileSync(join(root, 'package.json'), 'utf8'));
  return [
    `Dessin is under the licence ${license}. It ships with these packages and fonts, each under its own licence.`,
    ...packagesOf(root).map(({ name, version, license, author, texts }) =>
      [
        `${line}\n${name} ${version}`,
        `Licence: ${license || 'it says none'}`,
        authorOf(author) && `By: ${authorOf(author)}`,
        ...texts,
      ]
        .filter(Boolean)
        .join('\n\n'),
    ),
  ].join('\n\n');
}
