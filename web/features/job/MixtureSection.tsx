import type { CircuitReport, MixturePlan, MixtureReport } from '@amber-needle/core/mixture';
import type { Setup } from '@amber-needle/core/setup';
import { findingText, lambdaDoubt, ruleText, seenText, sideText } from '@/words/mixtureWords';
import { numeral, percent } from '@/words/numbers';
import { fraction, positionText } from '@/words/turns';

interface MixtureSectionProps {
  readonly setup: Setup;
  readonly plan: MixturePlan;
  readonly report: MixtureReport;
}

const HEADS = ['as found', 'as left', 'within tolerance', 'seen last', 'screw'];

/** The mixture in the report: each circuit as found and as left, with its doubt and what that rests on. */
export function MixtureSection({ setup, plan, report }: MixtureSectionProps) {
  return (
    <section aria-label="Mixture" className="mt-10 print:mt-4">
      <h2 className="text-soft">Idle mixture, lambda; right at {ruleText(plan)}</h2>
      <table className="mt-2 w-full border-collapse text-left">
        <thead className="text-soft text-sm">
          <tr>
            <th scope="col" className="py-1 pr-4 font-normal">
              Throat
            </th>
            {HEADS.map((head) => (
              <th key={head} scope="col" className="py-1 pr-4 font-normal">
                {head}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {report.circuits.map((circuit) => (
            <tr key={circuit.throat} className="border-line border-t align-top">
              <th scope="row" className="py-1.5 pr-4 font-normal">
                {circuit.throat}
              </th>
              <td className="whitespace-nowrap py-1.5 pr-4">{circuit.unseen ? '–' : figure(circuit.found)}</td>
              <td className="whitespace-nowrap py-1.5 pr-4 font-bold">
                {circuit.unseen ? 'not seen' : `${figure(circuit)}, ${sideText(circuit)}`}
              </td>
              <td className="py-1.5 pr-4">{circuit.unseen ? '–' : percent(circuit.chance)}</td>
              <td className="py-1.5 pr-4">{evidence(setup, circuit)}</td>
              <td className="whitespace-nowrap py-1.5">
                {circuit.screws
                  .map(({ fromSeat, turnsIn, sizes }) =>
                    fromSeat === undefined ? positionText(turnsIn, sizes) : `${fraction(fromSeat)} from its seat`,
                  )
                  .join(', ')}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      {report.findings.length === 0 ? null : (
        <ul className="mt-3 space-y-1">
          {report.findings.map((finding) => (
            <li key={`${finding.is} ${finding.throat}`}>{findingText(setup, finding)}</li>
          ))}
        </ul>
      )}
    </section>
  );
}

function figure({ lambda, doubt }: { readonly lambda: number; readonly doubt: number }): string {
  return `${numeral(lambda, 2)} ${lambdaDoubt(doubt)}`;
}

function evidence({ throats }: Setup, { throat, seen }: CircuitReport): string {
  const feeds = throats.find(({ id }) => id === throat)?.feeds ?? [];
  const said = seen.map((each) => seenText(each, feeds));
  return said.length === 0 ? 'the idle speed' : [...new Set(said)].slice(-3).join(', ');
}
