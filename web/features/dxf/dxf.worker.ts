/** Reads a DXF beside the window, which stays alive. */
import { v4 } from 'uuid';
import type { DxfDrawing } from '#core/formats/dxf/drawing';
import { type PackedDrawing, type Placing, packed, placeDxf } from '#core/formats/dxf/place';
import { readDxf } from '#core/formats/dxf/read';
import { FormatError, type Oddity } from '#core/formats/report';
import type { Backdrop, Layer } from '#core/model/records';

export type DxfAsk =
  | { readonly kind: 'read'; readonly bytes: ArrayBuffer }
  | { readonly kind: 'place'; readonly placing: Placing; readonly lowest: number };
export type DxfAnswer =
  | { readonly kind: 'progress'; readonly share: number; readonly doing: string }
  | { readonly kind: 'done'; readonly drawing: PackedDrawing; readonly report: readonly Oddity[] }
  | { readonly kind: 'placed'; readonly added: readonly (Layer | Backdrop)[]; readonly far: number }
  | { readonly kind: 'failed'; readonly message: string };

const answer = (message: DxfAnswer, transfer: Transferable[] = []) => (self as unknown as Worker).postMessage(message, transfer);
/** What was read stays here until it is placed. */
let read: DxfDrawing | null = null;

self.onmessage = (event: MessageEvent<DxfAsk>) => {
  const ask = event.data;
  try {
    if (ask.kind === 'place') {
      if (!read) throw new Error('nothing has been read yet');
      return answer({ kind: 'placed', ...placeDxf(ask.lowest, read, ask.placing, v4) });
    }
    answer({ kind: 'progress', share: 0.01, doing: 'opening' });
    const text = new TextDecoder(encodingOf(ask.bytes)).decode(ask.bytes);
    const { value, report } = readDxf(text, (share, doing) => answer({ kind: 'progress', share, doing }));
    read = value;
    const drawing = packed(value);
    answer(
      { kind: 'done', drawing, report: report.slice(0, 500) },
      drawing.layers.flatMap((layer) => [layer.coords.buffer as ArrayBuffer, layer.starts.buffer as ArrayBuffer]),
    );
  } catch (error) {
    answer({
      kind: 'failed',
      message: error instanceof FormatError ? error.message : `The file could not be read: ${(error as Error).message}`,
    });
  }
};

/** Up to 2004 the file names a code page; later ones are UTF-8. Source: reference formats 9.1. */
function encodingOf(bytes: ArrayBuffer): string {
  const head = new TextDecoder('latin1').decode(bytes.slice(0, 4000));
  const version = /\$ACADVER\s+1\s+(AC\d{4})/.exec(head)?.[1] ?? 'AC1009';
  if (version >= 'AC1021') return 'utf-8';
  const page = /\$DWGCODEPAGE\s+3\s+ANSI_(\d{3,5})/i.exec(head)?.[1];
  const known: Readonly<Record<string, string>> = {
    '1250': 'windows-1250',
    '1251': 'windows-1251',
    '1252': 'windows-1252',
    '1253': 'windows-1253',
    '1254': 'windows-1254',
    '932': 'shift_jis',
  };
  return known[page ?? ''] ?? 'windows-1252';
}
