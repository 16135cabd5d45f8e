/** Surfaces that give back the light that was computed for them: in a texture of a face, or at the corners of a body. Light is in lx, what is seen in cd/m2. */
import * as THREE from 'three';
import type { Paint } from '#core/light/faces';
import { reflectance } from '#core/light/picture';
import { xyzOfHex } from '#core/light/srgb';

const colours = new Map<string, THREE.Color>();
/** The colour of a paint; where it says how much it gives back, as bright as that. */
export function colourOf(paint: Paint): THREE.Color {
  const key = `${paint.colour} ${paint.reflects ?? ''}`;
  const known = colours.get(key);
  if (known) return known;
  const made = new THREE.Color(paint.colour);
  const own = xyzOfHex(paint.colour)[1] / 100;
  if (paint.reflects !== undefined) made.multiplyScalar(own > 1e-4 ? reflectance(paint) / own : 1);
  colours.set(key, made);
  return made;
}

/** Gives a plain material light at its corners: an attribute `lux`, in linear sRGB. */
function withCorners(material: THREE.MeshLambertMaterial): THREE.MeshLambertMaterial {
  material.onBeforeCompile = (shader) => {
    shader.vertexShader = shader.vertexShader
      .replace('#include <common>', '#include <common>\nattribute vec3 lux;\nvarying vec3 vLux;')
      .replace('#include <begin_vertex>', '#include <begin_vertex>\nvLux = lux;');
    shader.fragmentShader = shader.fragmentShader
      .replace('#include <common>', '#include <common>\nvarying vec3 vLux;')
      .replace('#include <lights_fragment_maps>', '#include <lights_fragment_maps>\nirradiance += vLux;');
  };
  material.customProgramCacheKey = () => 'light at corners';
  return material;
}
/** Of bodies that are lit at their corners; colours are those of the corners. */
export const cornerMaterial = (): THREE.MeshLambertMaterial =>
  withCorners(new THREE.MeshLambertMaterial({ vertexColors: true, side: THREE.DoubleSide }));

/** Of a face: its light is a texture over its own sides. */
export const faceMaterial = (paint: Paint, folded: boolean): THREE.MeshLambertMaterial =>
  new THREE.MeshLambertMaterial({ color: colourOf(paint), vertexColors: folded });

/** A texture of light, linear sRGB in lx, in half precision. */
export function lightTexture(halfs: Uint16Array<ArrayBuffer>, across: number, rows: number): THREE.DataTexture {
  const texture = new THREE.DataTexture(halfs, across, rows, THREE.RGBAFormat, THREE.HalfFloatType);
  texture.minFilter = THREE.LinearFilter;
  texture.magFilter = THREE.LinearFilter;
  texture.needsUpdate = true;
  return texture;
}
