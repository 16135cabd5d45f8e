/** Who may do what: the one table that routes, commands and fields read. */

/** What somebody is in one show. */
export const roles = ['owner', 'designer', 'electrician', 'programmer', 'viewer'] as const;
export type Role = (typeof roles)[number];
/** What somebody is in the house: the owner of all of it, one who makes shows and keeps the Shelf, or one who is there for the shows that he was asked into. */
export const standings = ['owner', 'member', 'guest'] as const;
export type Standing = (typeof standings)[number];

export const isRole = (value: unknown): value is Role => roles.includes(value as Role);
export const isStanding = (value: unknown): value is Standing => standings.includes(value as Standing);

/** What can be done in a show, in words that go on after "may", and by whom. */
export const showActs = {
  look: { what: 'look at the show', roles },
  draft: { what: 'draft', roles: ['owner', 'designer'] },
  note: { what: 'write notes', roles: ['owner', 'designer', 'electrician'] },
  /** On a fixture, a place or a sheet; answered, and ticked off. */
  talk: { what: 'write notes to others', roles: ['owner', 'designer', 'electrician', 'programmer'] },
  circuit: { what: 'write circuits and dimmers', roles: ['owner', 'designer', 'electrician'] },
  work: { what: 'tick what is hung, cabled, coloured and focused', roles: ['owner', 'designer', 'electrician'] },
  check: { what: 'check the rig', roles: ['owner', 'designer', 'electrician'] },
  /** Levels on the wires while the rig is checked: whoever stands at the rig or at the console. */
  light: { what: 'put levels on the wires', roles: ['owner', 'designer', 'electrician', 'programmer'] },
  answer: { what: 'answer hand-overs', roles: ['owner', 'designer', 'programmer'] },
  send: { what: 'send lists back', roles: ['owner', 'designer', 'programmer'] },
  people: { what: 'say who belongs to the show', roles: ['owner'] },
  own: { what: 'rename or delete the show', roles: ['owner'] },
} as const satisfies Readonly<Record<string, { readonly what: string; readonly roles: readonly Role[] }>>;
export type ShowAct = keyof typeof showActs;

/** What can be done in the house. */
export const houseActs = {
  /** The list of the shows that one belongs to, one's own account, and what every page needs. */
  enter: { what: 'come in', standings },
  'see the Shelf': { what: 'look at the Shelf', standings },
  'keep the Shelf': { what: 'change the Shelf', standings: ['owner', 'member'] },
  'make shows': { what: 'make shows', standings: ['owner', 'member'] },
  'keep the house': { what: 'keep accounts, tokens and backups', standings: ['owner'] },
} as const satisfies Readonly<Record<string, { readonly what: string; readonly standings: readonly Standing[] }>>;
export type HouseAct = keyof typeof houseActs;

/** Whether a role may do something in its show. */
export const may = (role: Role, act: ShowAct): boolean => (showActs[act].roles as readonly Role[]).includes(role);
/** Whether somebody may do something in the house. */
export const mayInHouse = (standing: Standing, act: HouseAct): boolean =>
  (houseActs[act].standings as readonly Standing[]).includes(standing);

/** Whether a role may do all that another may. */
export const includes = (role: Role, other: Role): boolean =>
  (Object.keys(showActs) as ShowAct[]).every((act) => may(role, act) || !may(other, act));

const article = (word: string): string => (/^[aeiou]/.test(word) ? `an ${word}` : `a ${word}`);
const listed = (words: readonly string[]): string =>
  words.length < 2 ? words.join('') : `${words.slice(0, -1).join(', ')} and ${words.at(-1)}`;

/** Why something is refused, as a sentence that says who may. */
export const refusal = (role: Role, act: ShowAct): string =>
  `You are ${article(role)} in this show, and may not ${showActs[act].what}. That is for: ${listed(showActs[act].roles)}.`;
export const houseRefusal = (standing: Standing, act: HouseAct): string =>
  `You are ${article(standing)} of this house, and may not ${houseActs[act].what}. That is for: ${listed(houseActs[act].standings)}.`;
