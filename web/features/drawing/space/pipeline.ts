/**
 * From a scene of light in cd/m2 to a picture: the scene into floating point with its depth, beams in haze over it at half its size, then exposure, white and
 * tone, and last what is drawn over it. Quality follows what is going on: rough while the view moves, whole at rest.
 */
import * as THREE from 'three';
import type { HazeBeam } from '#core/light/haze';
import { hazeFragment, hazeVertex, toneFragment, toneVertex } from './shaders';

/** What the scene is drawn in, and what lies over it in colours of the window. */
export const OVER = 1;
/** Corners of a cone of haze. */
const SIDES = 20;

export interface Taking {
  /** 1 / (cd/m2) */
  readonly exposure: number;
  /** Linear sRGB to linear sRGB, row by row. */
  readonly balance: readonly number[];
  /** Share of the light that a metre of haze scatters, 1/m. */
  readonly scatter: number;
  /** Lines drawn over the picture: the selection, areas. */
  readonly over: boolean;
}
export interface Quality {
  /** Of the size of what it is drawn into. */
  readonly scale: number;
  readonly samples: number;
  readonly hazeScale: number;
}
export const qualities = {
  rest: { scale: 1, samples: 4, hazeScale: 0.5 },
  moving: { scale: 0.5, samples: 0, hazeScale: 0.5 },
} as const satisfies Record<string, Quality>;

/** Of larger pictures fewer samples a point are kept: four of the largest would be 400 MB. */
const LARGE = 4_000_000;

interface Targets {
  readonly scene: THREE.WebGLRenderTarget;
  readonly haze: THREE.WebGLRenderTarget;
}
const cone = (): THREE.InstancedBufferGeometry => {
  // Apex at the origin, opening along +y to a radius and a length of one; a little wider, so that it holds the round cone.
  const plain = new THREE.ConeGeometry(1 / Math.cos(Math.PI / SIDES), 1, SIDES, 1, false).translate(0, -0.5, 0).rotateX(Math.PI);
  const made = new THREE.InstancedBufferGeometry();
  made.index = plain.index;
  made.setAttribute('position', plain.getAttribute('position'));
  made.instanceCount = 0;
  return made;
};
const PLANES = 4;

export class Pipeline {
  private readonly sets = new Map<string, Targets>();
  private readonly screen = new THREE.OrthographicCamera(-1, 1, 1, -1, 0, 1);
  private readonly taken = {
    picture: { value: null as THREE.Texture | null },
    haze: { value: null as THREE.Texture | null },
    depths: { value: null as THREE.Texture | null },
    exposure: { value: 1 },
    balance: { value: new THREE.Matrix3() },
    hazy: { value: 0 },
    hazeSize: { value: new THREE.Vector2() },
    /** Nearest and farthest that is seen, m. */
    reach: { value: new THREE.Vector2() },
  };
  private readonly hazed = {
    depths: { value: null as THREE.Texture | null },
    size: { value: new THREE.Vector2() },
    unproject: { value: new THREE.Matrix4() },
    eye: { value: new THREE.Vector3() },
    scatter: { value: 0 },
  };
  private readonly tone: THREE.ShaderMaterial;
  private readonly sheet: THREE.Scene;
  private readonly hazeScene = new THREE.Scene();
  private readonly hazeMaterial: THREE.ShaderMaterial;
  private readonly cones: THREE.Mesh<THREE.InstancedBufferGeometry>;

  constructor() {
    this.tone = new THREE.ShaderMaterial({
      vertexShader: toneVertex,
      fragmentShader: toneFragment,
      depthFunc: THREE.AlwaysDepth,
      uniforms: this.taken,
    });
    this.sheet = new THREE.Scene();
    const plane = new THREE.Mesh(new THREE.PlaneGeometry(2, 2), this.tone);
    plane.frustumCulled = false;
    this.sheet.add(plane);
    this.hazeMaterial = new THREE.ShaderMaterial({
      vertexShader: hazeVertex,
      fragmentShader: hazeFragment,
      side: THREE.BackSide,
      depthTest: false,
      depthWrite: false,
      transparent: true,
      blending: THREE.CustomBlending,
      blendSrc: THREE.OneFactor,
      blendDst: THREE.OneFactor,
      uniforms: this.hazed,
    });
    this.cones = new THREE.Mesh(cone(), this.hazeMaterial);
    this.cones.frustumCulled = false;
    this.hazeScene.add(this.cones);
  }

  /** The beams that are seen in haze. */
  setBeams(beams: readonly HazeBeam[]): void {
    const { geometry } = this.cones;
    const n = beams.length;
    const at = new Float32Array(3 * n);
    const way = new Float32Array(3 * n);
    const rgb = new Float32Array(3 * n);
    const figures = new Float32Array(2 * n);
    const planes = Array.from({ length: PLANES }, () => new Float32Array(3 * n));
    beams.forEach((beam, i) => {
      at.set([beam.at[0] / 1000, beam.at[2] / 1000, -beam.at[1] / 1000], 3 * i);
      way.set([beam.way[0], beam.way[2], -beam.way[1]], 3 * i);
      rgb.set(beam.rgb, 3 * i);
      figures.set([beam.edge, beam.length / 1000], 2 * i);
      beam.planes.slice(0, PLANES).forEach(([x, y, z], k) => {
        planes[k]?.set([x, z, -y], 3 * i);
      });
    });
    const put = (name: string, list: Float32Array, size: number) =>
      geometry.setAttribute(name, new THREE.InstancedBufferAttribute(list, size));
    put('at', at, 3);
    put('way', way, 3);
    put('rgb', rgb, 3);
    put('figures', figures, 2);
    planes.forEach((list, k) => {
      put(`plane${k}`, list, 3);
    });
    geometry.instanceCount = n;
  }

  private targets(name: string, width: number, height: number, { samples, hazeScale }: Quality): Targets {
    const known = this.sets.get(name);
    if (known && known.scene.width === width && known.scene.height === height && known.scene.samples === samples) return known;
    if (known) this.free(known);
    const depth = new THREE.DepthTexture(width, height, THREE.FloatType);
    const scene = new THREE.WebGLRenderTarget(width, height, {
      type: THREE.HalfFloatType,
      samples,
      depthTexture: depth,
      minFilter: THREE.LinearFilter,
      magFilter: THREE.LinearFilter,
    });
    const haze = new THREE.WebGLRenderTarget(
      Math.max(1, Math.round(width * hazeScale)),
      Math.max(1, Math.round(height * hazeScale)),
      {
        type: THREE.HalfFloatType,
        depthBuffer: false,
      },
    );
    const made = { scene, haze };
    this.sets.set(name, made);
    return made;
  }
  private free({ scene, haze }: Targets): void {
    scene.depthTexture?.dispose();
    scene.dispose();
    haze.dispose();
  }

  /**
   * Draws a picture into what is set, of a size in pixels.
   * @param name  of the targets that are kept for it
   * @param into  null is the canvas
   */
  draw(
    gl: THREE.WebGLRenderer,
    scene: THREE.Scene,
    camera: THREE.PerspectiveCamera,
    size: { readonly width: number; readonly height: number },
    quality: Quality,
    taking: Taking,
    name: string,
    into: THREE.WebGLRenderTarget | null = null,
  ): void {
    const [width, height] = [
      Math.max(1, Math.round(size.width * quality.scale)),
      Math.max(1, Math.round(size.height * quality.scale)),
    ];
    const { scene: picture, haze } = this.targets(name, width, height, quality);
    const clear = gl.autoClear;
    gl.autoClear = true;
    camera.layers.set(0);
    gl.setRenderTarget(picture);
    gl.render(scene, camera);
    const hazy = taking.scatter > 0 && this.cones.geometry.instanceCount > 0;
    if (hazy) {
      const { depths, size: points, unproject, eye, scatter } = this.hazed;
      depths.value = picture.depthTexture;
      points.value.set(haze.width, haze.height);
      unproject.value.multiplyMatrices(camera.matrixWorld, camera.projectionMatrixInverse);
      eye.value.setFromMatrixPosition(camera.matrixWorld);
      scatter.value = taking.scatter;
      gl.setRenderTarget(haze);
      gl.setClearColor(0x000000, 0);
      gl.clear();
      gl.autoClear = false;
      gl.render(this.hazeScene, camera);
      gl.autoClear = true;
    }
    this.taken.picture.value = picture.texture;
    this.taken.haze.value = haze.texture;
    this.taken.depths.value = picture.depthTexture;
    this.taken.exposure.value = taking.exposure;
    this.taken.hazy.value = hazy ? 1 : 0;
    this.taken.hazeSize.value.set(haze.width, haze.height);
    this.taken.reach.value.set(camera.near, camera.far);
    this.taken.balance.value.fromArray(taking.balance).transpose();
    this.finish(gl, scene, camera, taking, into);
    gl.autoClear = clear;
  }
  /** The last picture again, with another exposure or white, and what lies over it: nothing in the scene has changed. */
  again(gl: THREE.WebGLRenderer, scene: THREE.Scene, camera: THREE.PerspectiveCamera, taking: Taking): void {
    const clear = gl.autoClear;
    gl.autoClear = true;
    this.taken.exposure.value = taking.exposure;
    this.taken.balance.value.fromArray(taking.balance).transpose();
    this.finish(gl, scene, camera, taking, null);
    gl.autoClear = clear;
  }
  private finish(
    gl: THREE.WebGLRenderer,
    scene: THREE.Scene,
    camera: THREE.PerspectiveCamera,
    taking: Taking,
    into: THREE.WebGLRenderTarget | null,
  ): void {
    gl.setRenderTarget(into);
    gl.render(this.sheet, this.screen);
    if (taking.over) {
      gl.autoClear = false;
      camera.layers.set(OVER);
      const { background } = scene;
      scene.background = null;
      gl.render(scene, camera);
      scene.background = background;
    }
    camera.layers.set(0);
  }

  /** The bytes of a picture of any size, top row first, four a pixel; the camera has its form already. */
  take(
    gl: THREE.WebGLRenderer,
    scene: THREE.Scene,
    camera: THREE.PerspectiveCamera,
    size: { readonly width: number; readonly height: number },
    taking: Taking,
  ): Uint8ClampedArray<ArrayBuffer> {
    const { width, height } = size;
    const into = new THREE.WebGLRenderTarget(width, height, { depthBuffer: true });
    try {
      this.draw(
        gl,
        scene,
        camera,
        size,
        width * height > LARGE ? { ...qualities.rest, samples: 2 } : qualities.rest,
        taking,
        `${width} ${height}`,
        into,
      );
      const flipped = new Uint8Array(width * height * 4);
      gl.readRenderTargetPixels(into, 0, 0, width, height, flipped);
      const out = new Uint8ClampedArray(flipped.length);
      for (let y = 0; y < height; y++)
        out.set(flipped.subarray((height - 1 - y) * width * 4, (height - y) * width * 4), y * width * 4);
      return out;
    } finally {
      gl.setRenderTarget(null);
      into.dispose();
    }
  }
  /** Lets go of the targets of a size that is not drawn any more. */
  forget(name: string): void {
    const known = this.sets.get(name);
    if (known) this.free(known);
    this.sets.delete(name);
  }
  dispose(): void {
    for (const set of this.sets.values()) this.free(set);
    this.sets.clear();
    this.tone.dispose();
    this.hazeMaterial.dispose();
    this.cones.geometry.dispose();
  }
}
