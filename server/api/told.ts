/** What each way does, in words; and what it takes besides the body. The description of the API is made of it, and lists nothing that is not here. */

export interface Told {
  readonly does: string;
  /** Parts of the address after "?", with what they mean. */
  readonly query?: Readonly<Record<string, string>>;
  /** What is sent, where that is no JSON. */
  readonly sends?: string;
  /** What comes back, where that is no JSON; null is nothing. */
  readonly gives?: string | null;
  /** It is the interface's own, and may change with any version. */
  readonly own?: true;
}
const BYTES = 'application/octet-stream';
const JSON_ = 'application/json';

export const told: Readonly<Record<string, Told>> = {
  'GET /api/health': {
    does: 'Whether the server and its database answer, which build it is, and when the last backup was made.',
  },
  'GET /api/openapi.json': { does: 'This description.' },
  'GET /api/metrics': { does: 'Figures of the server, as OpenMetrics text.', gives: 'text/plain' },
  'POST /api/backup': { does: 'Makes a backup now.' },
  'GET /api/me': { does: 'Who asks.' },
  'POST /api/me/sign-in': { does: 'Signs in: the session comes as a cookie.' },
  'POST /api/me/sign-out': { does: 'Ends the session of the cookie.', gives: null },
  'POST /api/me/password': { does: 'Changes the own password; every other session ends.', gives: null },
  'POST /api/me/link': { does: 'What a link opens.', own: true },
  'POST /api/me/join': { does: 'Joins a show by an invitation.', own: true },
  'POST /api/me/look': { does: 'Looks by a link, which comes as a cookie.', own: true },
  'GET /api/me/sessions': { does: 'The browsers that are signed in under the own account.' },
  'DELETE /api/me/sessions': { does: 'Signs out everywhere else.', gives: null },
  'DELETE /api/me/sessions/:session': { does: 'Signs one browser out.', gives: null },
  'GET /api/people': { does: 'The accounts of the house.' },
  'POST /api/people': { does: 'Makes an account.' },
  'POST /api/people/owner': { does: 'What npm run owner asks, of the machine itself.', own: true },
  'PATCH /api/people/:account': { does: 'Sets a password anew, or what somebody is in the house.', gives: null },
  'DELETE /api/people/:account': { does: 'Removes an account; what was done under it stays.', gives: null },
  'GET /api/shows': { does: 'The shows that one belongs to.' },
  'POST /api/shows': { does: 'Makes a show, empty or as a copy of another one.' },
  'GET /api/shows/:id': { does: 'A show: all its records, and its revision.' },
  'PATCH /api/shows/:id': { does: 'Renames a show.' },
  'DELETE /api/shows/:id': { does: 'Deletes a show; it is kept for some days.', gives: null },
  'POST /api/shows/:id/restore': { does: 'Brings a deleted show back.', gives: null },
  'GET /api/shows/:id/people': { does: 'Who belongs to a show, and as what.' },
  'PATCH /api/shows/:id/people/:account': { does: 'Says what somebody is in a show; null takes it.', gives: null },
  'GET /api/shows/:id/links': { does: 'Links and tokens of a show that still open something; what they hold is not told again.' },
  'POST /api/shows/:id/links': { does: 'Makes a link, or a token for a script. What it holds is told this once.' },
  'DELETE /api/shows/:id/links/:link': { does: 'Takes a link or a token back, at once.', gives: null },
  'GET /api/shows/:id/log': { does: 'The last edits, newest first.', query: { before: 'Those before this revision.' } },
  'GET /api/shows/:id/records/:record/edit': { does: 'The last edit of one record.' },
  'GET /api/shows/:id/at/:revision': { does: 'The show as it stood at a revision.' },
  'GET /api/shows/:id/issues/:issue': { does: 'What the show held when an issue was given out.' },
  'POST /api/shows/:id/issues/:issue/read': { does: 'Acknowledges an issue, as a desk does that has read the hand-over.' },
  'GET /api/shows/:id/changes': {
    does: 'What was stored after a revision, change by change; null where that is more than 500: then the show is loaded anew.',
    query: { since: 'The revision that one has.' },
  },
  'POST /api/shows/:id/changes': {
    does: 'An edit: records that are added, updated (as they were and as they are to be) and removed. Posted twice under one key it is stored once. 409 says what it met.',
  },
  'GET /api/shows/:id/events': {
    does: 'Edits as they are stored, as server-sent events: "hello" with the revision, then "change" with revision, key, author, label and change; "beat" every few seconds.',
    query: { since: 'The revision that one has; the header Last-Event-ID says the same.' },
    gives: 'text/event-stream',
  },
  'GET /api/shows/:id/live': { does: 'The same as a WebSocket, and who else is there.', own: true },
  'GET /api/shows/:id/jobs/:job': { does: 'How far a file is that is being made.', own: true },
  'DELETE /api/shows/:id/jobs/:job': { does: 'Ends the making of a file.', own: true },
  'GET /api/shows/:id/out/show.dessin': { does: 'The whole show as one file.', gives: 'application/zip' },
  'GET /api/shows/:id/out/:file': {
    does: 'A file that is made of the show: see the list of files.',
    query: {
      issue: 'As the show stood in this issue.',
      paper: 'Paper, as "A3".',
      scale: 'Denominator of the scale, as "50".',
      named: 'Of sheet.pdf and sheet.svg: the name of the sheet.',
      of: 'Of list.csv, list.xlsx and list.pdf: the list.',
      set: 'Of set.pdf: the ready set.',
      download: 'With it the file comes as one to be saved.',
    },
    gives: BYTES,
  },
  'POST /api/shows/:id/out/pictures.pdf': {
    does: 'Pictures of the window as a sheet.',
    sends: BYTES,
    gives: 'application/pdf',
    own: true,
  },
  'GET /api/shelf': { does: 'What lies on the Shelf, as a list.' },
  'GET /api/shelf/revision': { does: 'Another text whenever the Shelf has moved.' },
  'GET /api/shelf/live': { does: 'Tells when the Shelf has moved, as a WebSocket.', own: true },
  'GET /api/shelf/items': { does: 'Items of the Shelf, whole.', query: { ids: 'Their ids, by commas.' } },
  'POST /api/shelf/items/read': { does: 'The same for many.' },
  'POST /api/shelf/items': { does: 'Puts items on the Shelf, each with the version that was seen of it.' },
  'PATCH /api/shelf/items': { does: 'Puts items into a folder, or marks them.', gives: null },
  'POST /api/shelf/remove': { does: 'Takes items off the Shelf.', gives: null },
  'POST /api/shelf/restore': { does: 'Puts them back.', gives: null },
  'POST /api/shelf/folders': { does: 'Adds, renames or removes a folder.', gives: null },
  'GET /api/shelf/export': { does: 'The whole Shelf as one file.', gives: 'application/zip' },
  'POST /api/shelf/import': {
    does: 'Takes a file of a Shelf in.',
    sends: BYTES,
    query: { preview: 'Only looks at it.', replace: 'Takes what is newer here too.' },
  },
  'GET /api/shelf/:id/type.gdtf': { does: 'A fixture type as GDTF.', gives: BYTES },
  'GET /api/files/:hash': { does: 'A file that a type names, by the SHA-256 of its bytes.', gives: BYTES },
  'POST /api/imports/:what': {
    does: 'Reads a file: "mvr" and "show" become a show, "gdtf", "dxf" and "photometric" are read and told.',
    sends: BYTES,
    query: { name: 'Name of the file.', preview: 'Only looks at it.' },
  },
  'POST /api/incoming': {
    does: 'Reads a list or a rig that comes back.',
    sends: BYTES,
    query: { show: 'The show.', name: 'Name of the file.' },
    own: true,
  },
  'POST /api/tables/xlsx': { does: 'A table as XLSX.', sends: JSON_, gives: BYTES, own: true },
  'GET /api/wires': { does: 'What is heard and sent on the wires.', own: true },
  'POST /api/wires/off': { does: 'Ends all output at once.', own: true },
  'GET /api/wires/levels': { does: 'Levels, as a WebSocket.', own: true },
};
