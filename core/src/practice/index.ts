export * from './choices';
export { checkPracticeCommand, type PracticeCommand, PracticeCommandSchema } from './commands';
export * from './faultTemplates';
export type { PracticeLook } from './mixtureLook';
export * from './mounted';
export * from './practiceBench';
