/** Meshes of types: binary glTF from the server's store, as one geometry in a box of one by one by one about its own origin. */

import * as THREE from 'three';
import { GLTFLoader } from 'three/examples/jsm/loaders/GLTFLoader.js';
import { mergeGeometries } from 'three/examples/jsm/utils/BufferGeometryUtils.js';
import { at } from '../../../state/base';

const kept = new Map<string, Promise<THREE.BufferGeometry | null>>();
const listeners = new Set<(file: string) => void>();
/** Calls back when a mesh has come. @returns how to stop it */
export const onMesh = (call: (file: string) => void): (() => void) => {
  listeners.add(call);
  return () => void listeners.delete(call);
};

async function load(file: string): Promise<THREE.BufferGeometry | null> {
  const answer = await fetch(at(`/api/files/${file}`));
  if (!answer.ok) return null;
  const gltf = await new GLTFLoader().parseAsync(await answer.arrayBuffer(), '');
  const parts: THREE.BufferGeometry[] = [];
  gltf.scene.updateMatrixWorld(true);
  gltf.scene.traverse((node) => {
    if (!(node instanceof THREE.Mesh)) return;
    const own = node.geometry as THREE.BufferGeometry;
    const plain = own.index ? own.toNonIndexed() : own.clone();
    for (const name of Object.keys(plain.attributes)) if (name !== 'position') plain.deleteAttribute(name);
    plain.morphAttributes = {};
    parts.push(plain.applyMatrix4(node.matrixWorld));
  });
  const merged = parts.length ? mergeGeometries(parts) : null;
  if (!merged) return null;
  // glTF has y up; a fixture's own frame has z up.
  merged.rotateX(Math.PI / 2);
  merged.computeBoundingBox();
  const size = merged.boundingBox!.getSize(new THREE.Vector3());
  merged.scale(1 / Math.max(size.x, 1e-6), 1 / Math.max(size.y, 1e-6), 1 / Math.max(size.z, 1e-6));
  merged.computeVertexNormals();
  return merged;
}

/** The mesh of a file, or null when it cannot be read. */
export function meshOf(file: string): Promise<THREE.BufferGeometry | null> {
  let made = kept.get(file);
  if (!made) {
    made = load(file).catch(() => null);
    kept.set(file, made);
  }
  void made.then((geometry) => {
    if (geometry) for (const listener of listeners) listener(file);
  });
  return made;
}
