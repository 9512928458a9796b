'use client';

import {
  type Answer,
  answersOf,
  type Calculator,
  problemOf,
  usualValues,
  type Values,
} from '@amber-needle/core/figures';
import { asFraction } from '@amber-needle/core/sheet';
import { TriangleAlert } from 'lucide-react';
import { useState } from 'react';
import { numeral, THIN } from '@/words/numbers';
import { NumberField } from './NumberField';

interface CalculatorFormProps {
  readonly calculator: Calculator;
  /** Inputs that are known already. */
  readonly given?: Values;
}

/** One calculator: inputs with units, the answer as you type, and where the formula comes from. */
export function CalculatorForm({ calculator, given = {} }: CalculatorFormProps) {
  const [values, setValues] = useState({ ...usualValues(calculator), ...given });
  const problem = problemOf(calculator, values);
  const answers = answersOf(calculator, values);
  return (
    <div>
      <div className="grid grid-cols-1 gap-x-6 gap-y-3 sm:grid-cols-2">
        {calculator.inputs.map(({ id, label, unit }) => (
          <NumberField
            key={id}
            label={label}
            {...(unit === '' ? {} : { unit })}
            value={values[id] ?? Number.NaN}
            onValue={(value) => setValues({ ...values, [id]: value })}
          />
        ))}
      </div>
      {problem === undefined ? (
        <dl className="mt-4 space-y-1" aria-live="polite">
          {answers.map((answer) => (
            <div key={answer.label} className="flex items-baseline justify-between gap-6 border-line border-t py-1.5">
              <dt className="text-soft">{answer.label}</dt>
              <dd className="font-bold text-xl">{answerText(answer)}</dd>
            </div>
          ))}
        </dl>
      ) : (
        <p className="mt-4 text-caution">{problem}</p>
      )}
      {calculator.caution === undefined ? null : (
        <p className="mt-3 flex gap-3 border-caution border-l-4 bg-caution-ground px-3 py-2">
          <TriangleAlert aria-hidden className="mt-0.5 size-5 shrink-0 text-caution" />
          {calculator.caution}
        </p>
      )}
      <p className="mt-3">{calculator.formula}</p>
      <p className="text-soft text-sm">
        {calculator.source}. {calculator.limits}
      </p>
    </div>
  );
}

function answerText({ value, unit, decimals, fraction }: Answer): string {
  const figure = fraction === true ? asFraction(value) : numeral(value, decimals);
  return unit === '' ? figure : `${figure}${THIN}${unit}`;
}
