/** The records of a show, as types, and the words that they are made of. Each kind has its file in kinds/. */
import type { RecordOf } from './kinds/index.js';
import type { ShelfKind } from './words.js';

export type { Accepted } from './kinds/accepted.js';
export type { Accessory } from './kinds/accessory.js';
export type { Anchor } from './kinds/anchor.js';
export type { FocusArea } from './kinds/area.js';
export type { Backdrop } from './kinds/backdrop.js';
export type { Dimension } from './kinds/dimension.js';
export type { Feed } from './kinds/feed.js';
export type { CustomField } from './kinds/field.js';
export type { Filter } from './kinds/filter.js';
export type { Finding } from './kinds/finding.js';
export type { Aim, Fixture, Part } from './kinds/fixture.js';
export type { Gobo } from './kinds/gobo.js';
export type { DessinRecord, Kind, RecordOf } from './kinds/index.js';
export type { Issue } from './kinds/issue.js';
export type { Layer } from './kinds/layer.js';
export type { Look, LookState } from './kinds/look.js';
export type { BoardMap, MapFill, MapItem } from './kinds/map.js';
export type { Masking } from './kinds/masking.js';
export type { Note } from './kinds/note.js';
export type { Outline } from './kinds/outline.js';
export type { Plate, PlateWindow } from './kinds/plate.js';
export type { Arc, Chain, Curve, Piece, Position, Rigging, Straight, Vertical } from './kinds/position.js';
export { suspensions } from './kinds/position.js';
export type { Purpose } from './kinds/purpose.js';
export type { About, Remark } from './kinds/remark.js';
export type { Run, RunField, RunOrder } from './kinds/run.js';
export type { Scenic } from './kinds/scenic.js';
export type { Sender } from './kinds/sender.js';
export type { Sent } from './kinds/sent.js';
export type { Grouping, HandOver, MvrVersion, Power, Settings, SymbolSet } from './kinds/settings.js';
export { groupings, mvrVersions } from './kinds/settings.js';
export type { Shape, StrokeRole, SymbolDef } from './kinds/symbol.js';
export type { TagLine, TagSet } from './kinds/tagset.js';
export type { Thread } from './kinds/thread.js';
export type { TitleBlock, TitleItem } from './kinds/titleblock.js';
export { titleItems } from './kinds/titleblock.js';
export type { Channel, FixtureType, Geometry, Mode, Photometry, Wheel } from './kinds/type.js';
export type { Universe } from './kinds/universe.js';
export type { LedgerFilter, LedgerView } from './kinds/view.js';
export type { Viewpoint } from './kinds/viewpoint.js';
export type { Walk } from './kinds/walk.js';
export type { StandingWall, Tile, Wall } from './kinds/wall.js';
export type { Work } from './kinds/work.js';
export * from './words.js';

export type Id = string;
export type Vec2 = readonly [number, number];
export type Vec3 = readonly [number, number, number];
/** What the Shelf keeps. */
export type ShelfRecord = RecordOf<ShelfKind>;
/** Makes a new id; handed in, since core knows neither browser nor Node. */
export type NewId = () => Id;
/** Who says something, and when, as 2026-11-29T22:15:00.000Z; with what makes the ids of what is said. */
export interface Said {
  readonly by: string;
  readonly at: string;
  readonly newId: NewId;
}
