/** The rig in space: bodies, what holds them, tubes, texts, and what lies over the picture in colours of the window. */
import type { ThreeEvent } from '@react-three/fiber';
import { useEffect, useLayoutEffect, useMemo, useRef, useState } from 'react';
import * as THREE from 'three';
import type { Hardware } from '#core/draw/hardware';
import type { Beam, Text3D, Tube } from '#core/draw/scene';
import type { Solid } from '#core/draw/solids';
import { present } from '#core/measure/list';
import type { Id, Vec3 } from '#core/model/records';
import { useSelection } from '../../../state/selection';
import { useTool } from '../../../state/tool';
import { dir, v } from './dragging';
import { meshOf } from './meshes';
import { OVER } from './pipeline';

/** Paint of bodies and what holds them, linear by three. */
const paints = {
  black: '#303034',
  silver: '#a9abae',
  tube: '#8b8d90',
  lacing: '#8b8d90',
  base: '#26262a',
  tile: '#18181c',
  glass: '#3a4148',
} as const;

export type Press = (id: string, addTo: boolean, from: readonly [number, number]) => void;
/** What is chosen, and what the pointer is over, in the colours of the window. */
export interface Marked {
  readonly chosen: ReadonlySet<string>;
  readonly hover: string | null;
  readonly glow: string;
  readonly lamp: string;
}

const shapes = ['box', 'cylinder', 'sphere'] as const;
function geometryOf(shape: Solid['shape']): THREE.BufferGeometry {
  if (shape === 'box') return new THREE.BoxGeometry(1, 1, 1);
  if (shape === 'sphere') return new THREE.SphereGeometry(0.5, 16, 12);
  // three's cylinder stands along its y; ours along w, which is local z here.
  return new THREE.CylinderGeometry(0.5, 0.42, 1, 14).rotateX(Math.PI / 2);
}
const plainCylinder = (): THREE.BufferGeometry => new THREE.CylinderGeometry(0.5, 0.5, 1, 10).rotateX(Math.PI / 2);

/** The matrix of a body; a little larger where it is to lie over itself. */
function matrixOf({ axes, size, centre }: Solid, grown: number, into: THREE.Matrix4): THREE.Matrix4 {
  return into
    .makeBasis(
      dir(axes.u).multiplyScalar(size[0] / 1000 + grown),
      dir(axes.v).multiplyScalar(size[1] / 1000 + grown),
      dir(axes.w).multiplyScalar(size[2] / 1000 + grown),
    )
    .setPosition(v(centre));
}
function fill(
  target: THREE.InstancedMesh,
  mine: readonly Solid[],
  colour: (body: Solid) => THREE.Color | string,
  grown = 0,
): void {
  const matrix = new THREE.Matrix4();
  const own = new THREE.Color();
  mine.forEach((body, i) => {
    target.setMatrixAt(i, matrixOf(body, grown, matrix));
    target.setColorAt(i, own.set(colour(body)));
  });
  target.count = mine.length;
  target.instanceMatrix.needsUpdate = true;
  if (target.instanceColor) target.instanceColor.needsUpdate = true;
  target.computeBoundingSphere();
}

/** While one aims, what hangs is not in the way of pointing at the stage. */
const aims = (): boolean => useTool.getState().tool === 'aim';
const over = (id: string | null) => id !== useSelection.getState().hover && useSelection.setState({ hover: id });

/** Instances of one form that can be pressed. */
function Instances({
  mine,
  geometry,
  colour,
  onPress,
}: {
  readonly mine: readonly Solid[];
  readonly geometry: THREE.BufferGeometry;
  readonly colour: (body: Solid) => string;
  readonly onPress: Press;
}) {
  const mesh = useRef<THREE.InstancedMesh>(null);
  useLayoutEffect(() => {
    if (mesh.current) fill(mesh.current, mine, colour);
  }, [mine, colour]);
  return (
    // biome-ignore lint/a11y/noStaticElementInteractions: clicks on what stands in it come by here, and hand the focus back to the drawing
    <instancedMesh
      key={mine.length}
      ref={mesh}
      args={[geometry, undefined, Math.max(1, mine.length)]}
      onPointerDown={(event: ThreeEvent<PointerEvent>) => {
        if (event.instanceId === undefined || event.button !== 0 || aims()) return;
        event.stopPropagation();
        const body = mine[event.instanceId];
        if (body) onPress(body.id, event.shiftKey, [event.clientX, event.clientY]);
      }}
      onClick={(event) => !aims() && event.stopPropagation()}
      onPointerMove={(event) => {
        if (aims()) return;
        event.stopPropagation();
        over(event.instanceId === undefined ? null : (mine[event.instanceId]?.id ?? null));
      }}
      onPointerOut={() => useSelection.setState({ hover: null })}
    >
      <meshLambertMaterial />
    </instancedMesh>
  );
}

/** Bodies that are drawn by a mesh of their type. */
function MeshBodies({ file, ...rest }: { readonly file: string } & Omit<Parameters<typeof Instances>[0], 'geometry'>) {
  const [geometry, setGeometry] = useState<THREE.BufferGeometry | null>(null);
  useEffect(() => {
    let gone = false;
    void meshOf(file).then((made) => !gone && setGeometry(made));
    return () => {
      gone = true;
    };
  }, [file]);
  return geometry && <Instances geometry={geometry} {...rest} />;
}

/** Bodies of lanterns: plain forms, or the meshes that came with their types. */
export function Bodies({
  bodies,
  silver,
  meshes,
  onPress,
}: {
  readonly bodies: readonly Solid[];
  readonly silver: ReadonlySet<Id>;
  /** Meshes that have come. */
  readonly meshes: ReadonlySet<string>;
  readonly onPress: Press;
}) {
  const geometries = useMemo(() => new Map(shapes.map((shape) => [shape, geometryOf(shape)])), []);
  const files = useMemo(() => [...new Set(bodies.flatMap((body) => body.file ?? []))], [bodies]);
  const colour = useMemo(() => (body: Solid) => (silver.has(body.id) ? paints.silver : paints.black), [silver]);
  const byShape = useMemo(() => {
    const plain = bodies.filter((body) => !body.file || !meshes.has(body.file));
    return shapes.map((shape) => [shape, plain.filter((body) => body.shape === shape)] as const);
  }, [bodies, meshes]);
  const byFile = useMemo(
    () => files.map((file) => [file, bodies.filter((body) => body.file === file)] as const),
    [files, bodies],
  );
  return (
    <>
      {byShape.map(([shape, mine]) => (
        <Instances key={shape} mine={mine} geometry={present(geometries.get(shape))} colour={colour} onPress={onPress} />
      ))}
      {byFile.map(([file, mine]) => (
        <MeshBodies key={file} file={file} mine={mine} colour={colour} onPress={onPress} />
      ))}
    </>
  );
}
const tileColour = () => paints.tile;
/** Tiles of pixel walls. */
export function Panels({ panels, onPress }: { readonly panels: readonly Solid[]; readonly onPress: Press }) {
  const geometry = useMemo(() => geometryOf('box'), []);
  return <Instances mine={panels} geometry={geometry} colour={tileColour} onPress={onPress} />;
}

/** What holds the rig, which is only looked at. */
export function Holding({ hardware, silver }: { readonly hardware: readonly Hardware[]; readonly silver: ReadonlySet<Id> }) {
  const mine = useMemo(
    () => ({
      box: hardware.filter(({ part, shape }) => part !== 'lens' && shape === 'box'),
      cylinder: hardware.filter(({ part, shape }) => part !== 'lens' && shape === 'cylinder'),
    }),
    [hardware],
  );
  const geometries = useMemo(() => ({ box: geometryOf('box'), cylinder: plainCylinder() }), []);
  return (['box', 'cylinder'] as const).map((shape) => (
    <Still
      key={shape}
      mine={mine[shape]}
      geometry={geometries[shape]}
      colour={(body) => {
        const { part, id } = body as Hardware;
        return part === 'lacing' ? paints.lacing : part === 'base' ? paints.base : silver.has(id) ? paints.silver : paints.black;
      }}
    />
  ));
}
function Still({
  mine,
  geometry,
  colour,
}: {
  readonly mine: readonly Solid[];
  readonly geometry: THREE.BufferGeometry;
  readonly colour: (body: Solid) => string;
}) {
  const mesh = useRef<THREE.InstancedMesh>(null);
  // biome-ignore lint/correctness/useExhaustiveDependencies: the colours follow from the list
  useLayoutEffect(() => {
    if (mesh.current) fill(mesh.current, mine, colour);
  }, [mine]);
  return (
    <instancedMesh key={mine.length} ref={mesh} args={[geometry, undefined, Math.max(1, mine.length)]} raycast={() => undefined}>
      <meshLambertMaterial />
    </instancedMesh>
  );
}

/** How bright a lens is seen from the side, cd/m2 for each candela of its light: a glow, not the lamp itself. */
const GLOW = 0.02;
const MOST = 800;
/** Lenses: dark glass, or aglow where they are lit. */
export function Lenses({
  hardware,
  lit,
}: {
  readonly hardware: readonly Hardware[];
  /** Linear sRGB, cd, by fixture. */
  readonly lit: ReadonlyMap<Id, Vec3>;
}) {
  const dark = useMemo(() => hardware.filter(({ part, id }) => part === 'lens' && !lit.has(id)), [hardware, lit]);
  const bright = useMemo(() => hardware.filter(({ part, id }) => part === 'lens' && lit.has(id)), [hardware, lit]);
  const geometries = useMemo(() => ({ box: geometryOf('box'), cylinder: plainCylinder() }), []);
  return (['box', 'cylinder'] as const).map((shape) => (
    <group key={shape}>
      <Still mine={dark.filter((body) => body.shape === shape)} geometry={geometries[shape]} colour={() => paints.glass} />
      <Aglow mine={bright.filter((body) => body.shape === shape)} geometry={geometries[shape]} lit={lit} />
    </group>
  ));
}
function Aglow({
  mine,
  geometry,
  lit,
}: {
  readonly mine: readonly Hardware[];
  readonly geometry: THREE.BufferGeometry;
  readonly lit: ReadonlyMap<Id, Vec3>;
}) {
  const mesh = useRef<THREE.InstancedMesh>(null);
  useLayoutEffect(() => {
    if (!mesh.current) return;
    fill(mesh.current, mine, ({ id }) => {
      const [r, g, b] = lit.get(id) ?? [0, 0, 0];
      const k = Math.min(GLOW, MOST / Math.max(1, r, g, b));
      return new THREE.Color(Math.max(0, r) * k, Math.max(0, g) * k, Math.max(0, b) * k);
    });
  }, [mine, lit]);
  return (
    <instancedMesh
      key={mine.length}
      ref={mesh}
      args={[geometry, undefined, Math.max(1, mine.length)]}
      raycast={() => undefined}
      visible={mine.length > 0}
    >
      <meshBasicMaterial toneMapped={false} />
    </instancedMesh>
  );
}

function useTubes(tubes: readonly Tube[]) {
  return useMemo(
    () =>
      tubes.map((tube) => ({
        id: tube.id,
        geometry: new THREE.TubeGeometry(
          new THREE.CatmullRomCurve3(tube.points.map(v), false, 'catmullrom', 0.0001),
          Math.max(1, (tube.points.length - 1) * 2),
          tube.radius / 1000,
          8,
        ),
      })),
    [tubes],
  );
}
/** Pipes and chords; or, over the picture, edges of focus areas. */
export function Tubes({
  tubes,
  onPress,
  marked,
  flat = null,
}: {
  readonly tubes: readonly Tube[];
  readonly onPress: Press;
  readonly marked: Marked;
  /** Colour of lines that lie over the picture. */
  readonly flat?: string | null;
}) {
  const geometries = useTubes(tubes);
  const { chosen, hover, glow, lamp } = marked;
  return geometries.map(({ id, geometry }, i) => {
    const mark = chosen.has(id) ? glow : id === hover ? lamp : null;
    return (
      // biome-ignore lint/a11y/noStaticElementInteractions: clicks on what stands in it come by here, and hand the focus back to the drawing
      <group
        key={`${id} ${i}`}
        onPointerDown={(event: ThreeEvent<PointerEvent>) => {
          if (event.button !== 0 || (!flat && aims())) return;
          event.stopPropagation();
          onPress(id, event.shiftKey, [event.clientX, event.clientY]);
        }}
        onClick={(event: ThreeEvent<MouseEvent>) => (flat || !aims()) && event.stopPropagation()}
      >
        {!flat && (
          <mesh geometry={geometry}>
            <meshLambertMaterial color={paints.tube} />
          </mesh>
        )}
        {(flat || mark) && (
          <mesh geometry={geometry} layers={OVER}>
            <meshBasicMaterial color={mark ?? flat ?? glow} polygonOffset polygonOffsetFactor={-1} polygonOffsetUnits={-4} />
          </mesh>
        )}
      </group>
    );
  });
}

/** What is chosen or under the pointer, tinted over the picture. */
export function Marks({ bodies, marked }: { readonly bodies: readonly Solid[]; readonly marked: Marked }) {
  const { chosen, hover, glow, lamp } = marked;
  const mine = useMemo(() => bodies.filter(({ id }) => chosen.has(id) || id === hover), [bodies, chosen, hover]);
  const geometries = useMemo(() => new Map(shapes.map((shape) => [shape, geometryOf(shape)])), []);
  return shapes.map((shape) => (
    <Mark
      key={shape}
      mine={mine.filter((body) => body.shape === shape)}
      geometry={present(geometries.get(shape))}
      colour={({ id }) => (chosen.has(id) ? glow : lamp)}
    />
  ));
}
function Mark({
  mine,
  geometry,
  colour,
}: {
  readonly mine: readonly Solid[];
  readonly geometry: THREE.BufferGeometry;
  readonly colour: (body: Solid) => string;
}) {
  const mesh = useRef<THREE.InstancedMesh>(null);
  useLayoutEffect(() => {
    if (mesh.current) fill(mesh.current, mine, colour, 0.02);
  });
  return (
    <instancedMesh
      key={mine.length}
      ref={mesh}
      layers={OVER}
      args={[geometry, undefined, Math.max(1, mine.length)]}
      raycast={() => undefined}
      visible={mine.length > 0}
    >
      <meshBasicMaterial transparent opacity={0.75} depthWrite={false} />
    </instancedMesh>
  );
}

/** Beams as cones over the picture, while nothing is lit: where light would go. */
export function Beams({ beams }: { readonly beams: readonly Beam[] }) {
  const mesh = useRef<THREE.InstancedMesh>(null);
  // Apex at the origin, opening along -y.
  const geometry = useMemo(() => new THREE.ConeGeometry(1, 1, 24, 1, true).translate(0, -0.5, 0), []);
  useLayoutEffect(() => {
    const target = mesh.current;
    if (!target) return;
    const matrix = new THREE.Matrix4();
    const down = new THREE.Vector3(0, -1, 0);
    beams.forEach((beam, i) => {
      const turn = new THREE.Quaternion().setFromUnitVectors(down, dir(beam.direction).normalize());
      matrix.compose(v(beam.apex), turn, new THREE.Vector3(beam.radius / 1000, beam.length / 1000, beam.radius / 1000));
      target.setMatrixAt(i, matrix);
      target.setColorAt(i, new THREE.Color(beam.rgb));
    });
    target.count = beams.length;
    target.instanceMatrix.needsUpdate = true;
    if (target.instanceColor) target.instanceColor.needsUpdate = true;
    target.computeBoundingSphere();
  }, [beams]);
  return (
    <instancedMesh
      key={beams.length}
      ref={mesh}
      layers={OVER}
      args={[geometry, undefined, Math.max(1, beams.length)]}
      raycast={() => undefined}
      visible={beams.length > 0}
    >
      <meshBasicMaterial
        transparent
        opacity={0.12}
        depthWrite={false}
        side={THREE.DoubleSide}
        blending={THREE.AdditiveBlending}
      />
    </instancedMesh>
  );
}

/** A note in space: a small picture of its text that turns to the camera. */
export function Label({ text }: { readonly text: Text3D }) {
  const { texture, wide, high } = useMemo(() => {
    const rows = text.text.split('\n');
    const canvas = document.createElement('canvas');
    const ctx = present(canvas.getContext('2d'));
    ctx.font = '40px B612, sans-serif';
    canvas.width = Math.ceil(Math.max(...rows.map((row) => ctx.measureText(row).width))) + 8;
    canvas.height = rows.length * 54;
    ctx.font = '40px B612, sans-serif';
    ctx.fillStyle = '#e8e4da';
    rows.forEach((row, i) => {
      ctx.fillText(row, 4, 40 + i * 54);
    });
    return { texture: new THREE.CanvasTexture(canvas), wide: canvas.width / 40, high: canvas.height / 40 };
  }, [text]);
  const m = text.size / 1000;
  return (
    <sprite position={v(text.at)} scale={[wide * m, high * m, 1]} layers={OVER} raycast={() => undefined}>
      <spriteMaterial map={texture} transparent depthWrite={false} />
    </sprite>
  );
}
