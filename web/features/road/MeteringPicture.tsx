'use client';

import type { Family, RoadTable } from '@amber-needle/core/road';
import { useState } from 'react';
import { Modal } from '@/components/Modal';
import { meteringView, metersAt } from './view/meteringView';

interface MeteringPictureProps {
  readonly family: Family;
  readonly table: RoadTable | undefined;
  readonly onClose: () => void;
}

const DASHES = ['none', '7 4', '2 3', '12 4 2 4', '4 8'];

/** Which part meters when, on this machine’s own kind of carburetor: a slider goes through the throttle’s travel. */
export function MeteringPicture({ family, table, onClose }: MeteringPictureProps) {
  const [opening, setOpening] = useState(20);
  const view = meteringView(family, table);
  const x = (opening / 100) * view.width;
  return (
    <Modal open onClose={onClose} title="Which part meters when">
      <p className="mb-3 text-soft">
        How much of the fuel each part sways over the throttle’s travel. Between two parts both do. Common practice, no
        source.
      </p>
      <svg
        viewBox={`-4 -8 ${view.width + 8} ${view.height + 52}`}
        className="w-full"
        role="img"
        aria-label="Shares of the parts over the throttle’s travel"
      >
        <line x1="0" x2={view.width} y1={view.height} y2={view.height} className="stroke-edge" />
        {view.curves.map(({ part, path }, i) => (
          <path
            key={part}
            d={path}
            className={i % 2 === 0 ? 'fill-none stroke-amber' : 'fill-none stroke-ghost'}
            strokeWidth="2.5"
            strokeDasharray={DASHES[i % DASHES.length]}
          />
        ))}
        <line x1={x} x2={x} y1="-8" y2={view.height} className="stroke-ink" strokeDasharray="4 4" />
        {view.regimes.map(({ name, x: at }, i) => (
          <g key={name}>
            <line x1={at} x2={at} y1={view.height - 6} y2={view.height + 6} className="stroke-soft" strokeWidth="2" />
            <text
              x={at}
              y={view.height + 20 + (i % 2) * 15}
              textAnchor={at < 40 ? 'start' : at > view.width - 40 ? 'end' : 'middle'}
              fontSize="12"
              className="fill-soft"
            >
              {name}
            </text>
          </g>
        ))}
      </svg>
      <ul className="mt-1 mb-4 flex flex-wrap gap-x-5 gap-y-1 text-sm" aria-label="Curves">
        {view.curves.map(({ part }, i) => (
          <li key={part} className="flex items-center gap-2">
            <svg width="30" height="6" aria-hidden="true">
              <line
                x1="0"
                x2="30"
                y1="3"
                y2="3"
                className={i % 2 === 0 ? 'stroke-amber' : 'stroke-ghost'}
                strokeWidth="2.5"
                strokeDasharray={DASHES[i % DASHES.length]}
              />
            </svg>
            {part}
          </li>
        ))}
      </ul>
      <label className="block">
        <span className="mb-1 block">
          Throttle at <strong>{opening} %</strong>
        </span>
        <input
          type="range"
          min="0"
          max="100"
          value={opening}
          className="h-12 w-full accent-amber"
          onChange={({ target }) => setOpening(Number(target.value))}
        />
      </label>
      <ul aria-label="Here meters" className="mt-2 text-lg" aria-live="polite">
        {metersAt(family, opening / 100).map(({ part, share }) => (
          <li key={part} className="flex items-center gap-3">
            <span aria-hidden className="h-3 bg-amber-soft" style={{ width: `${share * 45}%` }} />
            {part}, {Math.round(100 * share)} %
          </li>
        ))}
      </ul>
    </Modal>
  );
}
