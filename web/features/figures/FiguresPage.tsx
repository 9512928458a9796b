'use client';

import { CALCULATORS } from '@amber-needle/core/figures';
import { CalculatorForm } from '@/components/CalculatorForm';

/** Every calculator on one page. */
export function FiguresPage() {
  return (
    <main className="mx-auto max-w-6xl px-6 pt-8 pb-16">
      <h1 className="font-bold text-3xl">Figures</h1>
      <nav aria-label="Calculators" className="mt-4 flex flex-wrap gap-x-6">
        {CALCULATORS.map(({ id, name }) => (
          <a key={id} href={`#${id}`} className="flex min-h-11 items-center underline underline-offset-4">
            {name}
          </a>
        ))}
      </nav>
      <div className="mt-6 grid grid-cols-1 gap-x-12 gap-y-12 lg:grid-cols-2">
        {CALCULATORS.map((calculator) => (
          <section key={calculator.id} id={calculator.id} aria-label={calculator.name} className="scroll-mt-6">
            <h2 className="mb-4 border-line border-b pb-1 font-bold text-xl">{calculator.name}</h2>
            <CalculatorForm calculator={calculator} />
          </section>
        ))}
      </div>
    </main>
  );
}
