/** What the server tells of its wires to every window. */

export interface SourceSaid {
  readonly universe: number;
  readonly id: string;
  readonly name: string;
  readonly address: string;
  readonly priority: number;
  /** Packets a second. */
  readonly rate: number;
  /** ms since it was heard last. */
  readonly ago: number;
  readonly lost: boolean;
}
export interface NodeSaid {
  readonly ip: string;
  readonly name: string;
  /** Port-addresses. */
  readonly outputs: readonly number[];
  /** ms since it answered last. */
  readonly ago: number;
}
export interface WiresState {
  readonly event: 'state';
  /** Output is switched on. */
  readonly output: boolean;
  /** Universes that are being sent. */
  readonly sending: readonly number[];
  /** Of what is sent by E1.31. */
  readonly priority: number;
  /** The network interface that is used; null is this machine alone. */
  readonly on: { readonly name: string; readonly address: string } | null;
  readonly interfaces: readonly { readonly name: string; readonly address: string }[];
  /** Why nothing can be heard or sent. */
  readonly fault: string | null;
  readonly sources: readonly SourceSaid[];
  readonly nodes: readonly NodeSaid[];
  readonly counted: { readonly taken: number; readonly sent: number; readonly dropped: number };
}
