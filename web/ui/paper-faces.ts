/** The faces of a sheet, as a style that its picture carries: a picture asks for nothing from outside itself, and would be set in whatever the machine has. */

import regular from '@fontsource/b612/files/b612-latin-400-normal.woff2?url';
import bold from '@fontsource/b612/files/b612-latin-700-normal.woff2?url';
import { useEffect, useState } from 'react';
import { textOfBytes } from '#core/measure/base64';

async function packed(address: string): Promise<string> {
  return textOfBytes(new Uint8Array(await (await fetch(address)).arrayBuffer()));
}
let style = '';
let asked: Promise<void> | null = null;
/** Fetched once; without them a sheet is shown in another face. */
const loadFaces = (): Promise<void> => {
  asked ??= Promise.all([packed(regular), packed(bold)])
    .then(([plain, heavy]) => {
      const face = (weight: number, data: string) =>
        `@font-face{font-family:B612;font-weight:${weight};src:url(data:font/woff2;base64,${data}) format("woff2")}`;
      // Letters of two and a half units would be set on whole pixels of that size without it.
      style = `<style>text{text-rendering:geometricPrecision}${face(400, plain)}${face(700, heavy)}</style>`;
    })
    .catch(() => {
      asked = null;
    });
  return asked;
};
/** Whether the faces are here; asks for them. */
export function useFaces(): boolean {
  const [faced, setFaced] = useState(style !== '');
  useEffect(() => {
    let closed = false;
    void loadFaces().then(() => !closed && setFaced(true));
    return () => {
      closed = true;
    };
  }, []);
  return faced;
}
/** An SVG with the faces in it, as soon as they are there. */
export const withFaces = (svg: string): string => (style ? svg.replace(/(<svg[^>]*>)/, `$1${style}`) : svg);
