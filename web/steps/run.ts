/** The run that the Number step previews; the Drawing shows its figures before they are applied. */
import { create } from 'zustand';
import type { RunPreview } from '#core/number/run';

export const usePreviewStore = create<{ readonly preview: RunPreview | null }>(() => ({ preview: null }));
export const useRunPreview = (): RunPreview | null => usePreviewStore((state) => state.preview);
