import { Button } from '@/components/Button';
import { type Action, keyFor } from '@/words/keys';

interface RoadToolsProps {
  readonly face: 'table' | 'map';
  readonly open: boolean;
  readonly hasRides: boolean;
  readonly onFace: (face: 'table' | 'map') => void;
  readonly onPanel: (panel: 'import' | 'aims' | 'meters') => void;
  readonly onUndo: () => void;
}

/** What else there is to do on this view, each with its key. */
export function RoadTools({ face, open, hasRides, onFace, onPanel, onUndo }: RoadToolsProps) {
  return (
    <div className="mt-5 flex flex-wrap gap-3 print:hidden">
      <Tool action="traceFile" text="take a log" disabled={!open} onPress={() => onPanel('import')} />
      {hasRides ? (
        <Tool
          action="flip"
          text={face === 'table' ? 'where the time went' : 'like with like'}
          onPress={() => onFace(face === 'table' ? 'map' : 'table')}
        />
      ) : null}
      <Tool action="why" text="which part meters when" onPress={() => onPanel('meters')} />
      <Tool action="aims" text="aims, and what rich costs" disabled={!open} onPress={() => onPanel('aims')} />
      <Tool action="undo" text="undo" disabled={!open} onPress={onUndo} />
    </div>
  );
}

interface ToolProps {
  readonly action: Action;
  readonly text: string;
  readonly disabled?: boolean;
  readonly onPress: () => void;
}

function Tool({ action, text, disabled = false, onPress }: ToolProps) {
  const { cap, spoken } = keyFor(action);
  return (
    <Button disabled={disabled} onClick={onPress} aria-keyshortcuts={spoken}>
      <kbd className="rounded border border-edge px-2 font-mono text-sm">{cap}</kbd>
      {text}
    </Button>
  );
}

/** Before the first log: how one is made, so that it can be judged. */
export function NoRides() {
  return (
    <ol className="grid gap-x-10 gap-y-3 py-6 text-lg sm:grid-cols-2">
      <li>
        <strong>Warm.</strong> Engine and sensor, 12 V or more at its plug; first the sensor in free air.
      </li>
      <li>
        <strong>Mark.</strong> Half a minute of idle, three or four quick bursts of the throttle at a stand, idle again.
      </li>
      <li>
        <strong>Ride each regime twice.</strong> Steady in town and on the open road, roll-on, and full load where law
        and place allow it.
      </li>
      <li>
        <strong>One sensor, two cylinders?</strong> The same ride again with the sensor in the other exhaust.
      </li>
    </ol>
  );
}
