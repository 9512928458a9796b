import type { EventOf } from '@amber-needle/core/job';
import type { SheetReport } from './view/sheetReport';

/** What the sheet says in the report: as found and as left, what was done, parts, what to watch, when to come back. */
export function SheetSection({ report }: { readonly report: SheetReport }) {
  return (
    <section aria-label="Sheet" className="mt-10 print:mt-4">
      {report.lines.length === 0 ? null : (
        <table className="w-full border-collapse text-left">
          <thead className="text-soft text-sm">
            <tr>
              <th scope="col" className="py-1 pr-4 font-normal">
                Measured
              </th>
              <th scope="col" className="py-1 pr-4 font-normal">
                as found
              </th>
              <th scope="col" className="py-1 font-normal">
                as left
              </th>
            </tr>
          </thead>
          <tbody>
            {report.lines.map(({ id, name, found, left }) => (
              <tr key={id} className="border-line border-t align-top">
                <th scope="row" className="py-1.5 pr-4 font-normal">
                  {name}
                </th>
                <td className="py-1.5 pr-4">{found}</td>
                <td className="py-1.5 font-bold">{left}</td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      <div className="mt-6 grid gap-x-10 gap-y-5 md:grid-cols-2 print:mt-3 print:grid-cols-2 print:gap-y-2">
        <Listed title="In order" names={report.inOrder} />
        <Listed title="Done" names={report.done} />
        <Words title="Parts fitted" lines={report.parts} />
        <Words title="To watch" lines={report.watch} />
        <Words title="Come back" lines={report.comeBack} />
        <Words title="Left out, and why" lines={report.skipped} />
        <Words title="Time taken" lines={report.times} />
      </div>
      {report.photos.found.length + report.photos.left.length === 0 ? null : (
        <div className="mt-6 grid gap-6 md:grid-cols-2 print:mt-3 print:grid-cols-2">
          <Photos title="As found" photos={report.photos.found} />
          <Photos title="As left" photos={report.photos.left} />
        </div>
      )}
    </section>
  );
}

function Words({ title, lines }: { readonly title: string; readonly lines: readonly string[] }) {
  if (lines.length === 0) return null;
  return (
    <section aria-label={title}>
      <h3 className="text-soft">{title}</h3>
      <ul className="mt-1">
        {lines.map((line) => (
          <li key={line}>{line}</li>
        ))}
      </ul>
    </section>
  );
}

/** Short names, one after the other. */
function Listed({ title, names }: { readonly title: string; readonly names: readonly string[] }) {
  if (names.length === 0) return null;
  return (
    <section aria-label={title}>
      <h3 className="text-soft">{title}</h3>
      <p className="mt-1">{names.join(' · ')}</p>
    </section>
  );
}

function Photos({ title, photos }: { readonly title: string; readonly photos: readonly EventOf<'photo'>[] }) {
  return (
    <section aria-label={`Photos, ${title.toLowerCase()}`} className="break-inside-avoid">
      <h3 className="text-soft">{title}</h3>
      <div className="mt-2 flex flex-wrap gap-2">
        {photos.map(({ id, hash, place }) => (
          <a key={id} href={`/api/attachments/${hash}`} target="_blank" rel="noreferrer">
            {/* biome-ignore lint/performance/noImgElement: kept content by its hash, no loader knows it */}
            <img
              src={`/api/attachments/${hash}`}
              alt={`${title}${place === undefined ? '' : `, ${place}`}`}
              loading="lazy"
              className="h-28 rounded border border-line object-cover"
            />
          </a>
        ))}
      </div>
    </section>
  );
}
