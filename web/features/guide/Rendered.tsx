/** What stands in a section of the guide: paragraphs, lists, pictures, and words that are set apart. */
import type { Token, Tokens } from 'marked';
import { Fragment, type ReactNode } from 'react';

const pictures = import.meta.glob<string>('../../../docs/screenshots/*.png', { eager: true, query: '?url', import: 'default' });
const pictureOf = (href: string): string | undefined => pictures[`../../../docs/${href}`];

type Of = (token: Token) => ReactNode;
/** By the kind of token; what is none of these is shown as its text. */
const parts: Readonly<Record<string, Of>> = {
  space: () => null,
  paragraph: (token) => <p className="pt-2">{inside(token)}</p>,
  strong: (token) => <b>{inside(token)}</b>,
  em: (token) => <i>{inside(token)}</i>,
  codespan: (token) => <kbd className="border border-[var(--hair)] px-1">{(token as Tokens.Codespan).text}</kbd>,
  text: (token) => ('tokens' in token && token.tokens ? inside(token) : (token as Tokens.Text).text),
  list: (token) => {
    const { ordered, items } = token as Tokens.List;
    const lines = items.map((item, i) => (
      <li key={i} className="pt-1">
        <Rendered tokens={item.tokens} />
      </li>
    ));
    return ordered ? <ol className="list-decimal pl-5">{lines}</ol> : <ul className="list-disc pl-5">{lines}</ul>;
  },
  image: (token) => {
    const { href, text } = token as Tokens.Image;
    const picture = pictureOf(href);
    return picture ? (
      <img
        src={picture}
        alt={text}
        loading="lazy"
        width={1280}
        height={800}
        className="mt-2 h-auto w-full max-w-[720px] border border-[var(--hair)]"
      />
    ) : null;
  },
};
const inside = (token: Token): ReactNode => ('tokens' in token && token.tokens ? <Rendered tokens={token.tokens} /> : token.raw);

export function Rendered({ tokens }: { tokens: readonly Token[] }) {
  return tokens.map((token, i) => <Fragment key={i}>{parts[token.type]?.(token) ?? token.raw}</Fragment>);
}
