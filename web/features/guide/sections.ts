/** The guide cut at its headings, and searched. */
import { lexer, type Token } from 'marked';

export interface Section {
  readonly id: string;
  readonly title: string;
  /** 1 is a chapter, 2 a topic in it. */
  readonly depth: number;
  readonly tokens: readonly Token[];
  /** All its words, in small letters. */
  readonly text: string;
}

/** A text of the guide as sections; what stands before the first chapter is left out. */
export function sectionsOf(text: string): Section[] {
  const out: { title: string; depth: number; tokens: Token[] }[] = [];
  for (const token of lexer(text)) {
    if (token.type === 'heading' && token.depth > 1) out.push({ title: token.text, depth: token.depth - 1, tokens: [] });
    else out.at(-1)?.tokens.push(token);
  }
  return out.map((section, i) => ({
    ...section,
    id: `guide-${i}`,
    text: `${section.title} ${section.tokens.map(({ raw }) => raw).join(' ')}`.toLowerCase(),
  }));
}

/** Sections in which every word stands, with the chapters that they are in; all where nothing is asked. */
export function found(sections: readonly Section[], search: string): readonly Section[] {
  const words = search.toLowerCase().split(/\s+/).filter(Boolean);
  if (!words.length) return sections;
  const meets = (section: Section) => words.every((word) => section.text.includes(word));
  return sections.filter((section, i) => {
    if (meets(section)) return true;
    if (section.depth > 1) return false;
    for (const inner of sections.slice(i + 1)) {
      if (inner.depth === 1) return false;
      if (meets(inner)) return true;
    }
    return false;
  });
}
