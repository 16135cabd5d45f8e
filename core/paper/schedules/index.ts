/** The one list of schedules: what the server prints and the step Paper offers. */
import { inOrder } from '../../measure/list.js';
import type { ScheduleKind } from '../schedule.js';
import * as all from './all.js';

export const schedules: readonly ScheduleKind[] = /* @__PURE__ */ inOrder<ScheduleKind>(all);
