import Type from 'typebox';
import { text } from '../../../validation';
import { closed, envelope } from '../envelope';

/** Something came off, in the order in which it did: refitting goes the other way round. */
export const CameOffSchema = Type.Object({ ...envelope(1), kind: Type.Literal('cameOff'), what: text(120, 1) }, closed);
