export * from './choices';
export { checkPracticeCommand, type PracticeCommand } from './commands';
export * from './faultTemplates';
export * from './practiceBench';
