/** Which way a unit looks and stands, by its own figures. */
import type { Fixture, Vec3 } from '../model/records.js';
import { rad, wrap180 } from './vectors.js';

/** Spin 0 is nose downstage: the bearing of an unaimed fixture. */
export const bearingOfSpin = (spin: number): number => wrap180(spin - 90);
export const spinOfBearing = (bearing: number): number => wrap180(bearing + 90);
/** Where a base against a wall, or lying, looks: level, as its spin says. */
export const facing = (spin: number): Vec3 => {
  const bearing = rad(bearingOfSpin(spin));
  return [Math.cos(bearing), Math.sin(bearing), 0];
};
/** It stands on what carries it instead of hanging from it. */
export const stands = (fixture: Pick<Fixture, 'hang'>): boolean => fixture.hang === 'over' || fixture.hang === 'floor';
