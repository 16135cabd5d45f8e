/** The schemas of the records, for the borders alone. */
import type { TSchema } from '@sinclair/typebox';
import { acceptedSchema } from './kinds/accepted.js';
import { accessorySchema } from './kinds/accessory.js';
import { areaSchema } from './kinds/area.js';
import { backdropSchema } from './kinds/backdrop.js';
import { dimensionSchema } from './kinds/dimension.js';
import { feedSchema } from './kinds/feed.js';
import { fieldSchema } from './kinds/field.js';
import { filterSchema } from './kinds/filter.js';
import { findingSchema } from './kinds/finding.js';
import { fixtureSchema } from './kinds/fixture.js';
import { goboSchema } from './kinds/gobo.js';
import type { Kind } from './kinds/index.js';
import { issueSchema } from './kinds/issue.js';
import { layerSchema } from './kinds/layer.js';
import { lookSchema } from './kinds/look.js';
import { mapSchema } from './kinds/map.js';
import { maskingSchema } from './kinds/masking.js';
import { noteSchema } from './kinds/note.js';
import { outlineSchema } from './kinds/outline.js';
import { plateSchema } from './kinds/plate.js';
import { positionSchema } from './kinds/position.js';
import { purposeSchema } from './kinds/purpose.js';
import { remarkSchema } from './kinds/remark.js';
import { runSchema } from './kinds/run.js';
import { scenicSchema } from './kinds/scenic.js';
import { senderSchema } from './kinds/sender.js';
import { sentSchema } from './kinds/sent.js';
import { settingsSchema } from './kinds/settings.js';
import { symbolSchema } from './kinds/symbol.js';
import { tagSetSchema } from './kinds/tagset.js';
import { threadSchema } from './kinds/thread.js';
import { titleBlockSchema } from './kinds/titleblock.js';
import { typeSchema } from './kinds/type.js';
import { universeSchema } from './kinds/universe.js';
import { viewSchema } from './kinds/view.js';
import { viewpointSchema } from './kinds/viewpoint.js';
import { walkSchema } from './kinds/walk.js';
import { wallSchema } from './kinds/wall.js';
import { workSchema } from './kinds/work.js';

export const recordSchemas = {
  settings: settingsSchema(),
  layer: layerSchema(),
  outline: outlineSchema(),
  masking: maskingSchema(),
  backdrop: backdropSchema(),
  dimension: dimensionSchema(),
  note: noteSchema(),
  position: positionSchema(),
  type: typeSchema(),
  fixture: fixtureSchema(),
  filter: filterSchema(),
  area: areaSchema(),
  accessory: accessorySchema(),
  tagset: tagSetSchema(),
  symbol: symbolSchema(),
  gobo: goboSchema(),
  titleblock: titleBlockSchema(),
  field: fieldSchema(),
  universe: universeSchema(),
  feed: feedSchema(),
  wall: wallSchema(),
  run: runSchema(),
  purpose: purposeSchema(),
  look: lookSchema(),
  scenic: scenicSchema(),
  viewpoint: viewpointSchema(),
  plate: plateSchema(),
  view: viewSchema(),
  accepted: acceptedSchema(),
  issue: issueSchema(),
  sender: senderSchema(),
  finding: findingSchema(),
  thread: threadSchema(),
  walk: walkSchema(),
  map: mapSchema(),
  remark: remarkSchema(),
  work: workSchema(),
  sent: sentSchema(),
} as const satisfies Readonly<Record<Kind, TSchema>>;
