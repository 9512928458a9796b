export * from './choices';
export { checkPracticeCommand, type PracticeCommand, PracticeCommandSchema } from './commands';
export * from './faultTemplates';
export * from './mounted';
export * from './practiceBench';
