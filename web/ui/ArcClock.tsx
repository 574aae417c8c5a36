import type { Instant } from '#core/base/day.ts';
import { minutesBetween } from '#core/base/day.ts';
import { useNow } from '../session/hooks.ts';
import { countdown } from '../texts/dates.ts';
import { useSay } from '../texts/texts.ts';

/** A half circle that fills as the time runs, with what is left of it; runs from wall-clock time. */
export function ArcClock({ from, until, large = false }: { from: Instant; until: Instant; large?: boolean }) {
  const say = useSay();
  const now = useNow();
  const whole = Math.max(0.001, minutesBetween(from, until));
  const leftMin = minutesBetween(now, until);
  const share = Math.min(1, Math.max(0, 1 - leftMin / whole));
  const text = leftMin > 0 ? countdown(leftMin) : say('clock.over');
  return (
    <div className="relative" role="timer" aria-label={say('clock.left', { left: text })}>
      <svg
        aria-hidden="true"
        viewBox="0 0 220 112"
        className={large ? 'w-full' : 'mx-auto w-full max-w-[220px]'}
      >
        <path d="M12 106A98 98 0 0 1 208 106" fill="none" stroke="var(--paper)" strokeWidth="13" />
        <path
          d="M12 106A98 98 0 0 1 208 106"
          fill="none"
          stroke="var(--pool)"
          strokeWidth="13"
          pathLength="100"
          strokeDasharray={`${share * 100} 100`}
        />
        <text
          x="110"
          y="98"
          textAnchor="middle"
          fontSize={text.length > 5 ? 38 : 50}
          fontWeight="800"
          fill="var(--slate)"
        >
          {text}
        </text>
      </svg>
    </div>
  );
}
