/** Giving the plot out: a point of its history gets a name, and unit numbers are frozen. */
import { adding, type Change, compose, edit } from '../model/change.js';
import type { Issue, NewId } from '../model/records.js';
import { type Show, settingsOf } from '../model/show.js';
import { issuesInOrder } from './since.js';

export interface Giving {
  readonly name: string;
  /** 2026-11-29. */
  readonly day: string;
  readonly by?: string;
  readonly to?: string;
  readonly note?: string;
}
/** @returns the change, or a sentence where the name is taken or missing */
export function issuePlot(show: Show, { name, day, by, to, note }: Giving, newId: NewId): Change | string {
  const wanted = name.trim().slice(0, 100);
  if (!wanted) return 'An issue has a name, such as A, B or 1.';
  const issues = issuesInOrder(show);
  const taken = issues.find((item) => item.name.toLowerCase() === wanted.toLowerCase());
  if (taken) return `Issue ${taken.name} went out on ${taken.day}. Give this one another name.`;
  const said = (text: string | undefined) => text?.trim().slice(0, 200) || undefined;
  const [who, whom, why] = [said(by), said(to), said(note)];
  const issue: Issue = {
    id: newId(),
    kind: 'issue',
    name: wanted,
    day,
    order: (issues.at(-1)?.order ?? 0) + 1,
    ...(who ? { by: who } : {}),
    ...(whom ? { to: whom } : {}),
    ...(why ? { note: why } : {}),
  };
  return compose(adding(issue), edit([settingsOf(show)], { issued: wanted }));
}
