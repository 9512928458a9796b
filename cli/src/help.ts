export const HELP = `needle: the core of Amber Needle from a shell

  needle read FILE [--strokes 2|4]     readings of a trace: per channel cycle-mean depression in kPa
                                       with uncertainty and state; speed in rpm
  needle advise FILE [--seed N]        the next action for a job document
  needle advise --stream [--seed N]    one job document a line in, one suggestion a line out
  needle suspects FILE                 what may be behind a case, and the tests that would tell
  needle suspects --stream             one case a line in, one answer a line out
  needle suspects --vocabulary         causes, observations, tests and answers, with ids and words
  needle plan FILE [--visit full|balance|fault] [--complaint TEXT]
                                       the way of a job for a setup document, step by step
  needle judge FILE                    verdicts on measurements of several carburetors
  needle lambda --lambda L | --afr A [--fuel NAME] [--scale NAME]
                                       lambda, air/fuel ratio and CO of one another; NAME: petrol, e5,
                                       e10, e85, ethanol, methanol; --scale: what the gauge is scaled for
  needle road FILE... [--cylinder NAME=FILE] [--marker] [--fuel NAME] [--scale NAME] [--body NAME]
                                       what rides say: columns, trust in the sensor, regimes, lambda per
                                       regime and cylinder, the part to change; docs/road.md
  needle check FILE                    whether a job or setup document is sound
  needle help                          this text

FILE may be - for standard input. Results are JSON on standard output. What is wrong goes to standard
error, one line each, and the exit code is then 2. Formats: docs/formats/. The loop of driving an
engine by another program: docs/cli.md.
`;
