import { memo } from "react";

/** One sleeve of a bar from the collar out. `size` sets the plate's height, 0–1; a plate going on is outlined heavier. */
interface SleevePlate {
  readonly label: string;
  readonly size: number;
  readonly isNew: boolean;
}

interface Props {
  readonly plates: readonly SleevePlate[];
  readonly words: string;
  readonly width?: number;
}

const isDrawnTheSame = (a: Props, b: Props): boolean =>
  a.words === b.words &&
  a.width === b.width &&
  a.plates.length === b.plates.length &&
  a.plates.every(({ label, size, isNew }, at) => {
    const other = b.plates[at]!;
    return label === other.label && size === other.size && isNew === other.isNew;
  });

export const Sleeve = memo(function Sleeve({ plates, words, width = 150 }: Props) {
  const height = 34;
  let x = 13;
  return (
    <svg width={width} height={height} role="img" aria-label={words} data-figure className="block">
      <rect x={0} y={height / 2 - 2.5} width={width} height={5} fill="var(--color-line)" />
      <rect x={8} y={height / 2 - 8} width={3.5} height={16} fill="var(--color-walnut)" />
      {plates.map((plate, index) => {
        const tall = 13 + plate.size * (height - 14);
        const wide = 11;
        const at = x;
        x += wide + 1.5;
        return (
          <g key={index}>
            <rect
              x={at}
              y={(height - tall) / 2}
              width={wide}
              height={tall}
              fill="var(--color-indigo)"
              stroke={plate.isNew ? "var(--color-walnut)" : "none"}
              strokeWidth={2}
            />
            <text
              x={at + wide / 2}
              y={height / 2}
              textAnchor="middle"
              dominantBaseline="central"
              fontSize={plate.label.length > 3 ? 7 : 8.5}
              fontWeight={700}
              className="narrow"
              fill="var(--color-ground)"
              transform={plate.label.length > 2 ? `rotate(-90 ${at + wide / 2} ${height / 2})` : undefined}
            >
              {plate.label}
            </text>
          </g>
        );
      })}
    </svg>
  );
}, isDrawnTheSame);
