/** A section or an elevation: the drawing with what a cut needs. */
import { sectionList } from '#core/draw/section';
import { Drawing } from './Drawing';
import type { Cut } from './list';
import { SectionBar } from './SectionBar';
import { sectionTool } from './section-tool';

const cut: Cut = { list: sectionList, tool: sectionTool, Bar: SectionBar };
export const Section = ({ view, step }: { view: string; step: string }) => <Drawing view={view} step={step} cut={cut} />;
