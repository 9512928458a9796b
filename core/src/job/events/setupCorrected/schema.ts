import Type from 'typebox';
import { SetupSchema } from '../../../setup/schema';
import { closed, envelope } from '../envelope';

/** The setup was wrong from the start of the job: the whole log is read again with this one. */
export const SetupCorrectedSchema = Type.Object(
  { ...envelope(3), kind: Type.Literal('setupCorrected'), setup: SetupSchema },
  closed,
);
