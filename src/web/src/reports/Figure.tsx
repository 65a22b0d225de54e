import { type ReactNode } from 'react';
import { at } from '../api/at';
import { Empty } from '../ui/controls';
import * as texts from './texts';

type FigureProps = {
  title: string;
  words: string;
  table: string;
  weeks: number;
  head: string[];
  rows: (string | number)[][];
  children: ReactNode;
};

/** A plot with its meaning in words, its figures as a table, and the same as a file. */
export function Figure({ title, words, table, weeks, head, rows, children }: FigureProps) {
  return (
    <figure aria-label={title} className="min-w-0">
      <figcaption className="mb-1.5 border-b pb-1">
        <h2 className="inline text-[13.5px] font-bold">{title}</h2>{' '}
        <span className="text-[13px] text-soft">{words}</span>
      </figcaption>
      {rows.length === 0 ? <Empty title={texts.nothingToCountYet}>{texts.figuresAppearOnceSomebody}</Empty> : children}
      <details className="mt-1.5 text-[13px]">
        <summary className="min-h-6 w-fit cursor-pointer text-soft">{texts.theFigures}</summary>
        <div className="overflow-auto" role="region" aria-label={texts.theFiguresOfTitle(title)} tabIndex={0}>
          <table className="my-1">
            <thead>
              <tr>
                {head.map((h) => (
                  <th key={h} scope="col" className="border-b pr-4 text-left font-semibold">
                    {h}
                  </th>
                ))}
              </tr>
            </thead>
            <tbody>
              {rows.map((r, i) => (
                <tr key={i}>
                  {r.map((c, n) =>
                    n === 0 ? (
                      <th key={n} scope="row" className="pr-4 text-left font-normal">
                        {c}
                      </th>
                    ) : (
                      <td key={n} className="pr-4 text-right">
                        {c}
                      </td>
                    ),
                  )}
                </tr>
              ))}
            </tbody>
          </table>
        </div>
        <a className="text-wren underline" href={at(`/api/reports/responses/${table}/file?weeks=${weeks}`)}>
          {texts.exportAsCsv}
        </a>
      </details>
    </figure>
  );
}
