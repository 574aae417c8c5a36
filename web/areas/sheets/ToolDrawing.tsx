import type { Measured } from '#core/treatment/chlorine/measure.ts';
import * as format from '../../texts/format.ts';

const HEIGHT = 132;
const TOP = 24;
const BOTTOM = 112;

/** The tool with its mark, as one would hold it: a syringe or jug filled to the line, a spoon or drops counted. */
export function ToolDrawing({ measured }: { measured: Measured }) {
  const { tool, deliveredMl, steps, fills } = measured;
  if (tool.kind === 'syringe' || tool.kind === 'jug') {
    const last = fills > 1 ? deliveredMl - (fills - 1) * tool.capacityMl : deliveredMl;
    const y = BOTTOM - (last / tool.capacityMl) * (BOTTOM - TOP);
    const wide = tool.kind === 'jug' ? 44 : 26;
    return (
      <svg aria-hidden="true" width="112" height={HEIGHT} className="shrink-0">
        {tool.kind === 'syringe' && (
          <path
            d={`M22 8H48M35 8V${y}M21 20H49M35 ${BOTTOM}V128`}
            stroke="var(--slate)"
            strokeWidth="2.500"
            fill="none"
          />
        )}
        <rect x={35 - wide / 2} y={y} width={wide} height={BOTTOM - y} fill="var(--pool)" />
        <rect
          x={35 - wide / 2}
          y={TOP}
          width={wide}
          height={BOTTOM - TOP}
          fill="none"
          stroke="var(--slate)"
          strokeWidth="2"
          rx="2"
        />
        {[0.2, 0.4, 0.6, 0.8].map(share => (
          <path
            key={share}
            d={`M${35 - wide / 2} ${BOTTOM - share * (BOTTOM - TOP)}h7`}
            stroke="var(--slate)"
            strokeWidth="1.5"
          />
        ))}
        <path d={`M${35 - wide / 2 - 4} ${y}H${35 + wide / 2 + 12}`} stroke="var(--slate)" strokeWidth="2" />
        <text x={35 + wide / 2 + 15} y={y + 5} fontSize="15" fontWeight="700" fill="var(--slate)">
          {format.number(Math.round(last * 1000) / 1000)}
        </text>
      </svg>
    );
  }
  if (tool.kind === 'spoon') {
    return (
      <svg aria-hidden="true" width="112" height="60" className="shrink-0">
        <ellipse cx="34" cy="30" rx="24" ry="13" fill="var(--pool)" stroke="var(--slate)" strokeWidth="2" />
        <path d="M58 28L106 22V27L58 34Z" fill="var(--paper)" stroke="var(--slate)" strokeWidth="2" />
        <text x="80" y="52" fontSize="15" fontWeight="700" fill="var(--slate)">
          × {steps}
        </text>
      </svg>
    );
  }
  return (
    <svg aria-hidden="true" width="112" height="86" className="shrink-0">
      <path
        d="M30 6C30 6 14 34 14 48a16 16 0 0 0 32 0C46 34 30 6 30 6Z"
        fill="var(--pool)"
        stroke="var(--slate)"
        strokeWidth="2"
      />
      <text x="54" y="56" fontSize="17" fontWeight="700" fill="var(--slate)">
        × {steps}
      </text>
    </svg>
  );
}
