import type { Advice } from '../../advice';
import type { Forecast } from '../../belief';

/** A suggestion as plain JSON with the unit in every name: what `needle advise` prints. */
export function adviceDocument(advice: Advice) {
  const { probability, balanced, idleInBand, now, readings } = advice.grounds;
  return {
    ...actionOf(advice),
    grounds: { probability, balanced, idleInBand, readings, now: forecastDocument(now) },
  };
}

function actionOf(advice: Advice) {
  switch (advice.kind) {
    case 'read':
      return { kind: advice.kind, purpose: advice.purpose, durationS: advice.duration };
    case 'settle':
      return { kind: advice.kind, after: advice.after, durationS: advice.duration };
    case 'turn':
      return {
        kind: advice.kind,
        adjuster: advice.adjuster,
        turns: advice.turns,
        purpose: advice.purpose,
        expected: forecastDocument(advice.expected),
        probabilityAfter: advice.probabilityAfter,
        effect: {
          ...(advice.expected.quantity === 'airflow'
            ? { perTurnPercent: advice.effect.perTurn }
            : { perTurnKPa: advice.effect.perTurn }),
          relativeDoubt: advice.effect.doubt,
        },
      };
    case 'couple':
      return { kind: advice.kind, coupling: advice.coupling, state: advice.state };
    case 'undecided':
      return { kind: advice.kind, limit: advice.limit };
    case 'suspect':
      return { kind: advice.kind, suspicion: advice.suspicion, probability: advice.suspicionProbability };
    case 'mixture':
      return { kind: advice.kind, ...mixtureDocument(advice) };
    case 'holdAndRead':
      return { kind: advice.kind, holdRpm: advice.hold, durationS: advice.duration };
    case 'offIdle': {
      const { outcome, spread, tolerance, throat, deviation, adjusters, turn } = advice.finding;
      return {
        kind: advice.kind,
        outcome,
        spreadKPa: spread,
        toleranceKPa: tolerance,
        throat,
        deviationKPa: deviation,
        adjusters,
        ...(turn === undefined
          ? {}
          : {
              adjuster: turn.adjuster,
              turns: turn.turns,
              spreadAfterKPa: turn.spreadAfter,
              perTurnKPa: -turn.perTurn,
              relativeDoubt: turn.doubt,
            }),
      };
    }
    case 'done':
      return { kind: advice.kind };
  }
}

function forecastDocument({ quantity, throats, spread, speed, speedUncertainty }: Forecast) {
  const speeds = { speedRpm: speed, speedUncertaintyRpm: speedUncertainty };
  if (quantity === 'airflow') {
    return {
      throats: throats.map(({ throat, deviation, uncertainty }) => ({
        throat,
        deviationPercent: deviation,
        uncertaintyPercent: uncertainty,
      })),
      spreadPercent: spread,
      ...speeds,
    };
  }
  return {
    throats: throats.map(({ throat, depression, deviation, uncertainty }) => ({
      throat,
      depressionKPa: depression,
      deviationKPa: deviation,
      uncertaintyKPa: uncertainty,
    })),
    spreadKPa: spread,
    ...speeds,
  };
}

function mixtureDocument({ step, stands }: Extract<Advice, { kind: 'mixture' }>) {
  const circuits = stands.map(({ circuit, lambda, doubt, target, tolerance, chance }) => ({
    throat: circuit.throat,
    lambda,
    uncertainty: doubt,
    target,
    tolerance,
    probability: chance,
  }));
  if (step.do === 'look')
    return { do: step.do, instrument: step.instrument, places: step.places, purpose: step.purpose, circuits };
  if (step.do === 'count') return { do: step.do, adjuster: step.adjuster, circuits };
  if (step.do === 'freeAir') return { do: step.do, places: step.places, circuits };
  return {
    do: step.do,
    adjuster: step.adjuster,
    turns: step.turns,
    way: step.way,
    purpose: step.purpose,
    expected: step.expected.map(({ throat, lambda, doubt }) => ({ throat, lambda, uncertainty: doubt })),
    expectedSpeedShare: -step.drop,
    circuits,
  };
}
