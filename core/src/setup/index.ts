export * from './archetypes';
export {
  BODIES,
  type Body,
  type Carburetor,
  CIRCUITS,
  type Circuit,
  FITTING_CHOICES,
  type Fitting,
  type Spec,
} from './carburetorSchema';
export * from './edit';
export { changeCarburetor, changeFitting, feedFrom } from './editFitting';
export * from './effect';
export * from './fitting';
export * from './openArea';
export * from './problems';
export * from './quantity';
export * from './schema';
export * from './screwEffects';
