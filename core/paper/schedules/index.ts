/** The one list of schedules: what the server prints and the step Paper offers. */
import type { ScheduleKind } from '../schedule.js';
import { hookup } from './hookup.js';
import { instruments } from './instruments.js';

export { channelHookup } from './hookup.js';
export { instrumentSchedule } from './instruments.js';

export const schedules: readonly ScheduleKind[] = [hookup, instruments];
