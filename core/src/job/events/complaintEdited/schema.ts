import Type from 'typebox';
import { text } from '../../../validation';
import { closed, envelope } from '../envelope';

/** What the job is in for, in better words. */
export const ComplaintEditedSchema = Type.Object(
  { ...envelope(1), kind: Type.Literal('complaintEdited'), complaint: text(2000) },
  closed,
);
