'use client';

import { BLEND_NAMES, BLENDS, isBlendName } from '@amber-needle/core/fuel';
import type { Bare, EventOf } from '@amber-needle/core/job';
import {
  defaultRule,
  MIXTURE_INSTRUMENTS,
  type MixtureInstrument,
  type MixturePlan,
  RULES,
  SENSOR_PLACES,
  type SensorPlace,
} from '@amber-needle/core/mixture';
import type { Setup } from '@amber-needle/core/setup';
import { useState } from 'react';
import { Button } from '@/components/Button';
import { Modal } from '@/components/Modal';
import { Select } from '@/components/Select';
import { INSTRUMENT_WORDS, ruleText, SENSOR_WORDS } from '@/words/mixtureWords';

interface MixturePlanPanelProps {
  readonly setup: Setup;
  /** As it was said last. */
  readonly plan: MixturePlan | undefined;
  /** No gauge is on: the mixture alone. */
  readonly alone: boolean;
  readonly onTake: (proposal: Bare<EventOf<'mixturePlan'>>) => void;
  readonly onClose: () => void;
}

const ORDERS = {
  balanceFirst: 'coarse balance, mixture, fine balance, mixture check',
  mixtureFirst: 'mixture first, then balance',
  mixtureOnly: 'mixture alone, no gauges',
} as const;

/** What there is to look at the mixture with, and when it is right. */
export function MixturePlanPanel({ setup, plan, alone, onTake, onClose }: MixturePlanPanelProps) {
  const [instruments, setInstruments] = useState<readonly MixtureInstrument[]>(plan?.instruments ?? ['tachometer']);
  const [sensor, setSensor] = useState<SensorPlace>(plan?.sensor ?? 'carried');
  const [ignition, setIgnition] = useState<MixturePlan['ignition']>(plan?.ignition ?? 'modest');
  const [order, setOrder] = useState<MixturePlan['order']>(plan?.order ?? (alone ? 'mixtureOnly' : 'balanceFirst'));
  const [fuel, setFuel] = useState<string>(fuelName(plan));
  const [scale, setScale] = useState<NonNullable<MixturePlan['scale']>>(plan?.scale ?? 'petrol');
  const [chosen, setChosen] = useState<MixturePlan['rule']['by']>();
  const rules = RULES.filter(({ needs }) => needs.some((instrument) => instruments.includes(instrument)));
  const burns = isBlendName(fuel) ? BLENDS[fuel] : BLENDS.petrol;
  const usual = defaultRule(instruments, { ignition, fuel: burns });
  const rule = rules.find(({ by }) => by === chosen)?.rule(ignition, burns) ?? usual;
  const canLift = setup.throats.some(({ throttle }) => throttle === 'constantDepression');
  const offered = MIXTURE_INSTRUMENTS.filter((instrument) => instrument !== 'lift' || canLift);
  const toggle = (instrument: MixtureInstrument) =>
    setInstruments(
      instruments.includes(instrument)
        ? instruments.filter((each) => each !== instrument)
        : MIXTURE_INSTRUMENTS.filter((each) => each === instrument || instruments.includes(each)),
    );
  return (
    <Modal open onClose={onClose} title="How is the mixture looked at?">
      <fieldset className="space-y-2">
        <legend className="mb-2 text-soft">What is at hand</legend>
        <div className="grid grid-cols-2 gap-2">
          {offered.map((instrument) => (
            <label
              key={instrument}
              className="flex min-h-12 cursor-pointer items-center gap-3 rounded border border-edge px-3 has-checked:border-2 has-checked:border-amber has-focus-visible:outline-3"
            >
              <input
                type="checkbox"
                className="size-5"
                checked={instruments.includes(instrument)}
                onChange={() => toggle(instrument)}
              />
              {INSTRUMENT_WORDS[instrument]}
            </label>
          ))}
        </div>
      </fieldset>
      <div className="mt-5 grid grid-cols-2 gap-4">
        {instruments.includes('sensor') ? (
          <Select
            label="The sensor"
            value={sensor}
            onChange={({ target }) => setSensor(SENSOR_PLACES.find((place) => place === target.value) ?? sensor)}
          >
            {SENSOR_PLACES.map((place) => (
              <option key={place} value={place}>
                {SENSOR_WORDS[place]}
              </option>
            ))}
          </Select>
        ) : null}
        <Select
          label="It is right at"
          value={rule.by}
          onChange={({ target }) => setChosen(RULES.find(({ by }) => by === target.value)?.by)}
        >
          {rules.map(({ by, rule: made }) => (
            <option key={by} value={by}>
              {ruleText({ rule: made(ignition, burns) })}
            </option>
          ))}
        </Select>
        <Select label="Fuel" value={fuel} onChange={({ target }) => setFuel(target.value)}>
          {BLEND_NAMES.map((name) => (
            <option key={name} value={name}>
              {name.startsWith('e8') || name.startsWith('e1') || name === 'e5' ? name.toUpperCase() : name}
            </option>
          ))}
        </Select>
        {instruments.includes('sensor') && burns !== BLENDS.petrol ? (
          <Select
            label="An air/fuel gauge is scaled for"
            value={scale}
            onChange={({ target }) => setScale(target.value === 'fuel' ? 'fuel' : 'petrol')}
          >
            <option value="petrol">petrol, whatever burns</option>
            <option value="fuel">the fuel in the tank</option>
          </Select>
        ) : null}
        <Select
          label="Ignition"
          value={ignition}
          onChange={({ target }) => setIgnition(target.value === 'strong' ? 'strong' : 'modest')}
        >
          <option value="modest">as built, modest</option>
          <option value="strong">strong</option>
        </Select>
        <Select
          label="Order"
          value={order}
          className="w-full"
          onChange={({ target }) => setOrder(isOrder(target.value) ? target.value : order)}
        >
          {Object.entries(ORDERS).map(([name, words]) => (
            <option key={name} value={name}>
              {words}
            </option>
          ))}
        </Select>
      </div>
      <p className="mt-5 border-caution border-l-4 bg-caution-ground px-4 py-2">
        Exhaust outdoors or into extraction: carbon monoxide. Pipes and plugs are hot, an open lead carries high
        voltage. It heats up standing: fan on, breaks.
      </p>
      <Button
        tone="strong"
        className="mt-5 min-h-14"
        disabled={instruments.length === 0}
        onClick={() => {
          onTake({
            kind: 'mixturePlan',
            instruments: [...instruments],
            ...(instruments.includes('sensor') ? { sensor } : {}),
            rule,
            ...(instruments.includes('sensor') ? { scale } : {}),
            fuel: burns,
            ignition,
            order,
          });
          onClose();
        }}
      >
        Work at the mixture
      </Button>
    </Modal>
  );
}

function isOrder(text: string): text is MixturePlan['order'] {
  return Object.hasOwn(ORDERS, text);
}

/** The pump's name of a plan's fuel. */
function fuelName(plan: MixturePlan | undefined): string {
  const fuel = plan?.fuel ?? BLENDS.e5;
  return (
    BLEND_NAMES.find((name) => BLENDS[name].ethanol === fuel.ethanol && BLENDS[name].methanol === fuel.methanol) ??
    'petrol'
  );
}
