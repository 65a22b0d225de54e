import { cx } from './controls';
import * as texts from './texts';

/** The wren and the name. */
export function Mark({ large }: { large?: boolean }) {
  return (
    <span
      className={cx('inline-flex items-center gap-2 font-bold tracking-tight', large ? 'text-[20px]' : 'text-[16px]')}
    >
      <svg width={large ? 30 : 24} height={large ? 28 : 22} viewBox="0 0 24 22" aria-hidden="true">
        <path
          d={
            'M1.5 12.5 5 10.2c1.2-3.4 4.2-5.6 7.8-5.6 1.2 0 2.3.2 3.3.7L19.4 1l1 5.8c1.3 1.5 2.1' +
            ' 3.4 2.1 5.4 0 4.4-3.7 7.3-8.6 7.3-2.6 0-4.8-.9-6.3-2.5z'
          }
          className="fill-wren"
        />
        <path
          d="M9.5 15.6c.6-3 3.2-5 7.2-4.6"
          fill="none"
          className="stroke-surface"
          strokeWidth="1.3"
          strokeLinecap="round"
        />
        <circle cx="9.2" cy="8.8" r="1.1" className="fill-surface" />
      </svg>
      <span className={large ? undefined : 'max-[359px]:hidden'}>{texts.wrenlet}</span>
    </span>
  );
}
