import type { ReactNode } from 'react';
import { Download } from 'lucide-react';
import { Notice } from '../../ui/Notice.tsx';
import type { RenderOfPage } from '../../contract/wire.ts';
import { type Renders, isUnderWay } from './use-renders.ts';

interface Props {
  /** What the page follows: its renders, the one under way, and what went wrong. */
  readonly of: Renders;
  /** What is done while one is under way: “Rendering”. */
  readonly doing: string;
  readonly testId: string;
  readonly name: (render: RenderOfPage) => ReactNode;
  /** The finished file: what it is kept as, what it is called when it is fetched, and what the link says. */
  readonly file: (render: RenderOfPage) => {
    readonly extension: string;
    readonly fileName: string;
    readonly link: ReactNode;
  };
}

/** Renders, newest first: how far the one under way is, and the files of those that are done. */
export function RenderRows({ of: { renders, trouble, cancel }, doing, testId, name, file }: Props) {
  return (
    <>
      {trouble !== null && (
        <div className="mt-3">
          <Notice alarm>{trouble}</Notice>
        </div>
      )}
      <ul className="mt-4">
        {renders.map((render) => {
          const { extension, fileName, link } = file(render);
          return (
            <li key={render.id} className="border-t py-2.5" data-testid={testId} data-state={render.state}>
              <div className="flex items-center gap-3">
                <span>{name(render)}</span>
                <span className="text-[13px] whitespace-nowrap text-soft">
                  {new Date(render.createdAt).toLocaleString(undefined, { dateStyle: 'short', timeStyle: 'short' })}
                </span>
                <span className="ml-auto">
                  {render.state === 'done' && (
                    <a className="btn" href={`/media/${render.sha256}.${extension}?as=${encodeURIComponent(fileName)}`}>
                      <Download size={13} />
                      {link}
                    </a>
                  )}
                  {isUnderWay(render) && (
                    <button className="btn" onClick={() => cancel(render)}>
                      Cancel
                    </button>
                  )}
                  {render.state === 'cancelled' && <span className="text-soft">cancelled</span>}
                </span>
              </div>
              {isUnderWay(render) && (
                <div className="mt-1.5 flex items-center gap-3">
                  <progress
                    className="flex-1"
                    value={render.state === 'queued' ? undefined : render.progress}
                    max={1}
                    aria-label={doing}
                  />
                  <span className="figures w-10 text-right">{Math.round(render.progress * 100)} %</span>
                </div>
              )}
              {render.message !== null && (
                <p className={`mt-1 ${render.state === 'failed' ? 'text-alarm' : 'text-[13px] text-soft'}`}>
                  {render.message}
                </p>
              )}
            </li>
          );
        })}
      </ul>
    </>
  );
}

/** A title as the beginning of a file's name. */
export function fileBase(title: string): string {
  return title.replace(/[^\p{L}\p{N}]+/gu, '-').replace(/^-|-$/g, '') || 'workout';
}
