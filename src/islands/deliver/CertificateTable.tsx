import { addressOf } from '../shared/call.ts';
import { Check, TriangleAlert } from 'lucide-react';
import { type Certificate, PROOF_TITLES, isProved } from '../../core/proof/certificate.ts';
import { writeTime } from '../../core/time/typed-time.ts';

/** What was read in the finished file, line by line, against what was meant. */
interface CertificateOf {
  readonly certificate: Certificate;
  /** Its film, for the PDF. */
  readonly renderId: string;
  readonly file: string;
}

export function CertificateTable({ certificate, renderId, file }: CertificateOf) {
  const wrong = certificate.lines.filter((l) => !l.right).length;
  const save = `data:application/json,${encodeURIComponent(JSON.stringify(certificate, null, 2))}`;
  return (
    <section aria-label="The file read back">
      <div className="flex flex-wrap items-baseline justify-between gap-3">
        <h2 className={`text-2xl ${isProved(certificate) ? '' : 'text-alarm'}`}>
          {wrong === 0
            ? 'The file is as it was meant'
            : `Not as it was meant: ${wrong} ${wrong === 1 ? 'line' : 'lines'}`}
        </h2>
        <span className="flex gap-3 text-[13px]">
          <a className="underline" href={addressOf('certificatePdf', { id: renderId })}>
            as PDF
          </a>
          <a className="underline" href={save} download={file}>
            as JSON
          </a>
        </span>
      </div>
      <p className="mt-1 text-soft">Read back from the finished file, frame by frame.</p>
      <table className="mt-2 w-full text-[13.5px]">
        <tbody>
          {certificate.lines.map(({ what, right, found, wanted, at }) => (
            <tr key={what} className="border-t align-baseline">
              <th scope="row" className="py-1 pr-3 text-left font-semibold whitespace-nowrap">
                {PROOF_TITLES[what]}
              </th>
              <td className="py-1 pr-3">
                {found}
                {!right && (
                  <span className="block text-alarm">
                    wanted {wanted}
                    {at.length > 0 && `; first at ${writeTime(at[0]!, 2)}`}
                  </span>
                )}
              </td>
              <td className="py-1 text-right">
                {right ? (
                  <Check size={15} aria-label="as meant" className="inline text-rest" />
                ) : (
                  <TriangleAlert size={15} aria-label="not as meant" className="inline text-alarm" />
                )}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
}
