/** The rig in space: drawn when something changed, never in a running loop. Instanced bodies and beams. */

import { Canvas, type ThreeEvent, useFrame, useThree } from '@react-three/fiber';
import { useEffect, useLayoutEffect, useMemo, useRef, useState } from 'react';
import { useParams } from 'react-router';
import * as THREE from 'three';
import { OrbitControls } from 'three/examples/jsm/controls/OrbitControls.js';
import type { Beam, Scene3D, Sheet3D, Text3D, Tube } from '#core/draw/scene';
import { sceneOf } from '#core/draw/scene';
import type { Solid } from '#core/draw/solids';
import { firstOf, itemAt, present } from '#core/measure/list';
import { apply, isEmpty } from '#core/model/change';
import { settingsOf } from '#core/model/show';
import { withUnits } from '#core/order/units';
import { useSession, useShow } from '../../state/context';
import { usePreferences } from '../../state/preferences';
import { select, useSelection } from '../../state/selection';
import { useView } from '../../state/view';
import { NoWebGl } from '../../ui/Fault';
import { type Drag, Dragging, dir, v } from './dragging3d';
import { meshOf, onMesh } from './meshes';

interface Look {
  readonly paper: string;
  readonly ink: string;
  readonly glow: string;
  readonly lamp: string;
  readonly wall: string;
  readonly pencil: string;
  readonly dark: boolean;
}

const views = {
  house: { at: [0, 2.2, 13], to: [0, 2, -3] },
  side: { at: [17, 4, -3], to: [0, 2.5, -3] },
  above: { at: [0, 22, -1.9], to: [0, 0, -2] },
} as const;
type ViewName = keyof typeof views;

/** Whether anything in 3D can be drawn here; asked once. */
let able: boolean | null = null;
function hasWebGl(): boolean {
  able ??= (() => {
    const canvas = document.createElement('canvas');
    const context = canvas.getContext('webgl2') ?? canvas.getContext('webgl');
    context?.getExtension('WEBGL_lose_context')?.loseContext();
    return context !== null;
  })();
  return able;
}

export default function ThreeView() {
  if (!hasWebGl()) {
    // It may come back: another try asks again.
    able = null;
    throw new NoWebGl();
  }
  return <Space />;
}

/** A scene without what is hidden. */
function inSight(scene: Scene3D, hidden: ReadonlySet<string>): Scene3D {
  if (!hidden.size) return scene;
  const seen = <T extends { readonly id: string }>(list: readonly T[]) => list.filter(({ id }) => !hidden.has(id));
  return {
    ...scene,
    texts: seen(scene.texts),
    bodies: seen(scene.bodies),
    beams: seen(scene.beams),
    tubes: seen(scene.tubes),
    panels: seen(scene.panels),
    areas: seen(scene.areas),
  };
}

function Space() {
  const show = useShow();
  const theme = usePreferences((state) => state.theme);
  const selection = useSelection((state) => state.selection);
  const hover = useSelection((state) => state.hover);
  const session = useSession();
  const [drag, setDrag] = useState<Drag | null>(null);
  const hidden = useView((state) => state.hidden);
  const standing = useMemo(() => inSight(sceneOf(show), hidden), [show, hidden]);
  // While something is dragged the rig is seen as it would be.
  const scene = useMemo(() => {
    if (!drag?.change) return standing;
    try {
      return inSight(sceneOf(apply(show, drag.change)), hidden);
    } catch {
      return standing;
    }
  }, [standing, show, drag, hidden]);
  const take = (id: string, addTo: boolean) => {
    const now = useSelection.getState().selection;
    select(addTo ? [...now.filter((other) => other !== id), id] : now.includes(id) ? now : [id]);
  };
  /** Whatever is pressed is selected, and may be dragged. */
  const press = (id: string, addTo: boolean, from: Drag['from']) => {
    take(id, addTo);
    setDrag({ id, from, change: null, label: '', say: '' });
  };
  const done = () => {
    if (drag?.change && drag.label && !isEmpty(drag.change)) session.edit(drag.label, withUnits(show, drag.change));
    setDrag(null);
  };
  const [beams, setBeams] = useState<'selected' | 'all'>('selected');
  const [view, setView] = useState<{ name: ViewName; stamp: number }>({ name: 'house', stamp: 0 });
  const look = useMemo((): Look => {
    const style = getComputedStyle(document.documentElement);
    const of = (name: string) => style.getPropertyValue(name).trim();
    return {
      paper: of('--sheet'),
      ink: of('--ink'),
      glow: of('--glow'),
      lamp: of('--lamp'),
      wall: of('--wall'),
      pencil: of('--pencil'),
      dark: theme === 'blackout',
    };
  }, [theme]);
  const focusing = useParams().step === 'focus';
  const rings = useMemo(
    () => scene.areas.map((area) => ({ ...area, points: [...area.points, ...area.points.slice(0, 1)] })),
    [scene],
  );
  const tiles = useMemo((): Look => ({ ...look, ink: look.pencil }), [look]);
  const chosen = useMemo(() => new Set(selection), [selection]);
  // A body with a mesh is drawn plainly until the mesh has come, and when it cannot be read.
  const [meshes, setMeshes] = useState<ReadonlySet<string>>(new Set());
  const meshFiles = useMemo(() => [...new Set(scene.bodies.flatMap((body) => body.file ?? []))], [scene]);
  useEffect(() => onMesh((file) => setMeshes((now) => new Set(now).add(file))), []);
  const plain = useMemo(() => scene.bodies.filter((body) => !body.file || !meshes.has(body.file)), [scene, meshes]);
  const lit = useMemo(() => scene.beams.filter((beam) => beams === 'all' || chosen.has(beam.id)), [scene, beams, chosen]);
  return (
    <div
      className="relative h-full w-full"
      data-testid="three"
      data-keys="rig"
      // biome-ignore lint/a11y/noNoninteractiveTabindex: a surface whose keys are in the one list of keys
      tabIndex={0}
      role="application"
      aria-label="3D. The Ledger below lists the same fixtures."
      data-bodies={scene.bodies.length}
      data-beams={lit.length}
      data-dragging={drag?.say ?? ''}
      style={{ background: look.paper }}
    >
      <Canvas
        frameloop="demand"
        dpr={1}
        gl={{ antialias: true, powerPreference: 'low-power' }}
        camera={{ fov: 45, near: 0.1, far: 200, position: views.house.at as unknown as [number, number, number] }}
        onPointerMissed={(event) => event.type === 'click' && select([])}
      >
        <color attach="background" args={[look.paper]} />
        <ambientLight intensity={look.dark ? 1.1 : 1.7} />
        <directionalLight position={[4, 12, 10]} intensity={look.dark ? 0.8 : 1.4} />
        <Stage sheets={scene.sheets} look={look} depth={settingsOf(show).stageDepth} />
        <Tubes tubes={scene.tubes} look={look} chosen={chosen} hover={hover} onSelect={press} />
        {focusing && <Tubes tubes={rings} look={look} chosen={chosen} hover={hover} onSelect={press} />}
        {(['box', 'cylinder', 'sphere'] as const).map((shape) => (
          <Bodies key={shape} bodies={plain} shape={shape} chosen={chosen} hover={hover} look={look} onSelect={press} />
        ))}
        <Bodies bodies={scene.panels} shape="box" chosen={chosen} hover={hover} look={tiles} onSelect={press} />
        {meshFiles.map((file) => (
          <MeshBodies key={file} file={file} bodies={scene.bodies} chosen={chosen} hover={hover} look={look} onSelect={press} />
        ))}
        <Dragging drag={drag} setDrag={setDrag} onDone={done} />
        <Beams beams={lit} look={look} />
        {scene.texts.map((text) => (
          <Label key={text.id} text={text} look={look} />
        ))}
        <Orbit />
        <Camera view={view} />
        <Refresh on={[scene, lit, chosen, look, hover]} />
        <Standing view={view.name} />
      </Canvas>
      {drag?.say && (
        <output
          className="absolute bottom-3 left-4 border px-2 text-[12px]"
          style={{ background: 'var(--sheet)', borderColor: 'var(--lamp)' }}
        >
          {drag.say}
        </output>
      )}
      <div className="absolute top-2 left-3 flex flex-wrap gap-1 whitespace-nowrap text-[11px]">
        {(Object.keys(views) as ViewName[]).map((name) => (
          <button key={name} type="button" className="act" onClick={() => setView({ name, stamp: view.stamp + 1 })}>
            {name === 'house' ? 'From the house' : name === 'side' ? 'From the side' : 'From above'}
          </button>
        ))}
        <button
          type="button"
          className="act"
          aria-pressed={beams === 'all'}
          onClick={() => setBeams(beams === 'all' ? 'selected' : 'all')}
        >
          {beams === 'all' ? 'Beams of all lights' : 'Beams of the selection'}
        </button>
      </div>
    </div>
  );
}

/** Turning, moving and zooming by the pointer. Others find the controls in the state of the canvas, and switch them off while they drag. */
function Orbit() {
  const { camera, gl, invalidate, set } = useThree();
  useEffect(() => {
    const controls = new OrbitControls(camera, gl.domElement);
    controls.target.set(...views.house.to);
    controls.update();
    const changed = () => invalidate();
    controls.addEventListener('change', changed);
    set({ controls });
    return () => {
      set({ controls: null });
      controls.removeEventListener('change', changed);
      controls.dispose();
    };
  }, [camera, gl, invalidate, set]);
  return null;
}

function Camera({ view }: { view: { name: ViewName; stamp: number } }) {
  const { camera, controls, invalidate } = useThree();
  // biome-ignore lint/correctness/useExhaustiveDependencies: the stamp asks again for the same view
  useEffect(() => {
    const { at, to } = views[view.name];
    camera.position.set(at[0], at[1], at[2]);
    camera.lookAt(to[0], to[1], to[2]);
    const orbit = controls as OrbitControls | null;
    orbit?.target.set(to[0], to[1], to[2]);
    orbit?.update();
    invalidate();
  }, [view.name, view.stamp, camera, controls, invalidate]);
  return null;
}

/** Draws each frame, and says then from where: tests wait for it. */
function Standing({ view }: { view: ViewName }) {
  useFrame(({ gl, scene, camera }) => {
    gl.render(scene, camera);
    const host = gl.domElement.closest<HTMLElement>('[data-testid=three]');
    if (host) host.dataset.drawn = view;
  }, 1);
  return null;
}

/** Asks for one frame when any of these changed. */
function Refresh({ on }: { on: readonly unknown[] }) {
  const { invalidate } = useThree();
  useEffect(() => invalidate(), [...on, invalidate]);
  return null;
}

interface BodiesProps {
  readonly bodies: readonly Solid[];
  readonly shape: Solid['shape'];
  readonly chosen: ReadonlySet<string>;
  readonly hover: string | null;
  readonly look: Look;
  readonly onSelect: (id: string, addTo: boolean, from: readonly [number, number]) => void;
}

function Bodies({ bodies, shape, ...rest }: BodiesProps) {
  const mine = useMemo(() => bodies.filter((body) => body.shape === shape), [bodies, shape]);
  const geometry = useMemo((): THREE.BufferGeometry => {
    if (shape === 'box') return new THREE.BoxGeometry(1, 1, 1);
    if (shape === 'sphere') return new THREE.SphereGeometry(0.5, 16, 12);
    // three's cylinder stands along its y; ours along w, which is local z here.
    return new THREE.CylinderGeometry(0.5, 0.42, 1, 14).rotateX(Math.PI / 2);
  }, [shape]);
  return <Instances mine={mine} geometry={geometry} {...rest} />;
}

/** Bodies that are drawn by a mesh of their type. */
function MeshBodies({ bodies, file, ...rest }: Omit<BodiesProps, 'shape'> & { file: string }) {
  const mine = useMemo(() => bodies.filter((body) => body.file === file), [bodies, file]);
  const [geometry, setGeometry] = useState<THREE.BufferGeometry | null>(null);
  useEffect(() => {
    let gone = false;
    void meshOf(file).then((made) => !gone && setGeometry(made));
    return () => {
      gone = true;
    };
  }, [file]);
  return geometry && <Instances mine={mine} geometry={geometry} {...rest} />;
}

function Instances({
  mine,
  geometry,
  chosen,
  hover,
  look,
  onSelect,
}: Omit<BodiesProps, 'bodies' | 'shape'> & { mine: readonly Solid[]; geometry: THREE.BufferGeometry }) {
  const mesh = useRef<THREE.InstancedMesh>(null);
  useLayoutEffect(() => {
    const target = mesh.current;
    if (!target) return;
    const matrix = new THREE.Matrix4();
    const colour = new THREE.Color();
    mine.forEach((body, i) => {
      const { axes, size, centre } = body;
      matrix.makeBasis(
        dir(axes.u).multiplyScalar(size[0] / 1000),
        dir(axes.v).multiplyScalar(size[1] / 1000),
        dir(axes.w).multiplyScalar(size[2] / 1000),
      );
      matrix.setPosition(v(centre));
      target.setMatrixAt(i, matrix);
      target.setColorAt(i, colour.set(chosen.has(body.id) ? look.glow : body.id === hover ? look.lamp : look.ink));
    });
    target.count = mine.length;
    target.instanceMatrix.needsUpdate = true;
    if (target.instanceColor) target.instanceColor.needsUpdate = true;
    target.computeBoundingSphere();
  }, [mine, chosen, hover, look]);
  const press = (event: ThreeEvent<PointerEvent>) => {
    if (event.instanceId === undefined || event.button !== 0) return;
    event.stopPropagation();
    const body = mine[event.instanceId];
    if (body) onSelect(body.id, event.shiftKey, [event.clientX, event.clientY]);
  };
  const over = (event: ThreeEvent<PointerEvent>) => {
    event.stopPropagation();
    const id = event.instanceId === undefined ? null : (mine[event.instanceId]?.id ?? null);
    if (id !== useSelection.getState().hover) useSelection.setState({ hover: id });
  };
  return (
    // biome-ignore lint/a11y/noStaticElementInteractions: clicks on what stands in it come by here, and hand the focus back to the drawing
    <instancedMesh
      key={mine.length}
      ref={mesh}
      args={[geometry, undefined, Math.max(1, mine.length)]}
      onPointerDown={press}
      onClick={(event) => event.stopPropagation()}
      onPointerMove={over}
      onPointerOut={() => useSelection.setState({ hover: null })}
    >
      <meshStandardMaterial roughness={0.75} metalness={0.1} />
    </instancedMesh>
  );
}

function Beams({ beams, look }: { beams: readonly Beam[]; look: Look }) {
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
      args={[geometry, undefined, Math.max(1, beams.length)]}
      raycast={() => undefined}
      visible={beams.length > 0}
    >
      <meshBasicMaterial
        transparent
        opacity={look.dark ? 0.09 : 0.2}
        depthWrite={false}
        side={THREE.DoubleSide}
        blending={look.dark ? THREE.AdditiveBlending : THREE.NormalBlending}
      />
    </instancedMesh>
  );
}

function Tubes({
  tubes,
  look,
  chosen,
  hover,
  onSelect,
}: {
  tubes: readonly Tube[];
  look: Look;
  chosen: ReadonlySet<string>;
  hover: string | null;
  onSelect: (id: string, addTo: boolean, from: readonly [number, number]) => void;
}) {
  const geometries = useMemo(
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
  return geometries.map(({ id, geometry }, i) => (
    // biome-ignore lint/a11y/noStaticElementInteractions: clicks on what stands in it come by here, and hand the focus back to the drawing
    <mesh
      key={`${id} ${i}`}
      geometry={geometry}
      onPointerDown={(event) => {
        if (event.button !== 0) return;
        event.stopPropagation();
        onSelect(id, event.shiftKey, [event.clientX, event.clientY]);
      }}
      onClick={(event) => event.stopPropagation()}
    >
      <meshStandardMaterial color={chosen.has(id) ? look.glow : id === hover ? look.lamp : look.pencil} roughness={0.6} />
    </mesh>
  ));
}

/** A note in space: a small picture of its text that turns to the camera. */
function Label({ text, look }: { text: Text3D; look: Look }) {
  const { texture, wide, high } = useMemo(() => {
    const rows = text.text.split('\n');
    const canvas = document.createElement('canvas');
    const ctx = present(canvas.getContext('2d'));
    ctx.font = '40px B612, sans-serif';
    canvas.width = Math.ceil(Math.max(...rows.map((row) => ctx.measureText(row).width))) + 8;
    canvas.height = rows.length * 54;
    ctx.font = '40px B612, sans-serif';
    ctx.fillStyle = look.ink;
    rows.forEach((row, i) => {
      ctx.fillText(row, 4, 40 + i * 54);
    });
    return { texture: new THREE.CanvasTexture(canvas), wide: canvas.width / 40, high: canvas.height / 40 };
  }, [text, look]);
  const m = text.size / 1000;
  return (
    <sprite position={v(text.at)} scale={[wide * m, high * m, 1]} raycast={() => undefined}>
      <spriteMaterial map={texture} transparent depthWrite={false} />
    </sprite>
  );
}

/** Walls and masking as standing faces, floors as flat ones; see-through, so that the rig is seen behind the arch. */
function Stage({ sheets, look, depth }: { sheets: readonly Sheet3D[]; look: Look; depth: number }) {
  const faces = useMemo(() => sheets.map((sheet) => ({ sheet, geometry: faceOf(sheet) })), [sheets]);
  const opacity = (use: string): number =>
    use === 'wall'
      ? 0.16
      : use === 'leg' || use === 'border' || use === 'drop'
        ? 0.55
        : use === 'cyc'
          ? 0.5
          : use === 'seats'
            ? 0.35
            : 1;
  return (
    <>
      {faces.map(({ sheet, geometry }) => (
        <mesh key={sheet.id} geometry={geometry}>
          <meshStandardMaterial
            color={sheet.use === 'leg' || sheet.use === 'border' || sheet.use === 'drop' ? look.pencil : look.wall}
            transparent
            opacity={opacity(sheet.use)}
            side={THREE.DoubleSide}
            depthWrite={opacity(sheet.use) > 0.9}
            roughness={1}
          />
        </mesh>
      ))}
      <gridHelper
        args={[Math.max(20, (depth / 1000) * 3), Math.max(20, (depth / 1000) * 3), look.pencil, look.wall]}
        position={[0, -0.62, 0]}
      />
    </>
  );
}

function faceOf(sheet: Sheet3D): THREE.BufferGeometry {
  if (sheet.zTo - sheet.zFrom < 1) {
    const shape = new THREE.Shape(sheet.points.map(([x, y]) => new THREE.Vector2(x / 1000, y / 1000)));
    return new THREE.ShapeGeometry(shape).rotateX(-Math.PI / 2).translate(0, sheet.zTo / 1000 - 0.005, 0);
  }
  const points = sheet.closed ? [...sheet.points, firstOf(sheet.points)] : sheet.points;
  const corners: number[] = [];
  for (let i = 0; i + 1 < points.length; i++) {
    const [[ax, ay], [bx, by]] = [itemAt(points, i), itemAt(points, i + 1)];
    const at = (x: number, y: number, z: number) => [x / 1000, z / 1000, -y / 1000];
    const [a, b, c, d] = [at(ax, ay, sheet.zFrom), at(bx, by, sheet.zFrom), at(bx, by, sheet.zTo), at(ax, ay, sheet.zTo)];
    corners.push(...a, ...b, ...c, ...a, ...c, ...d);
  }
  const geometry = new THREE.BufferGeometry();
  geometry.setAttribute('position', new THREE.Float32BufferAttribute(corners, 3));
  geometry.computeVertexNormals();
  return geometry;
}

export type { Scene3D };
