import type { Calculator } from '@amber-needle/core/figures';
import { CalculatorForm } from '@/components/CalculatorForm';
import { Modal } from '@/components/Modal';

/** The calculators that a step needs, in place. */
export function FiguresDialog({
  calculators,
  onClose,
}: {
  readonly calculators: readonly Calculator[];
  readonly onClose: () => void;
}) {
  return (
    <Modal open onClose={onClose} title="Figures">
      <div className="space-y-8">
        {calculators.map((calculator) => (
          <section key={calculator.id} aria-label={calculator.name}>
            <h3 className="mb-3 font-bold text-lg">{calculator.name}</h3>
            <CalculatorForm calculator={calculator} />
          </section>
        ))}
      </div>
    </Modal>
  );
}
