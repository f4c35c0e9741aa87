import { type BlockRound, entryAt, isBlockRoundOver, occurrenceKey, type PerformedSession, placeOf } from "@/core";

/** The session in one strip: rounds of blocks as marks on a line, steps down inside a block's round; done is filled, now is marked. */
export function Strip({
  blockRounds,
  performed,
  current,
  resting,
}: {
  blockRounds: readonly BlockRound[];
  performed: PerformedSession;
  current: BlockRound | null;
  resting: boolean;
}) {
  const width = 354;
  const height = 46;
  const beads: { x: number; y: number; blockRound: BlockRound; skipped: boolean; done: boolean }[] = [];
  const moves = blockRounds.reduce((total, blockRound) => total + blockRound.moves.length, 0);
  const gaps = new Set(blockRounds.map((blockRound) => blockRound.block.id)).size;
  const step = (width - 10) / Math.max(1, moves + gaps * 0.8);
  let x = 5;
  let block = "";
  for (const blockRound of blockRounds) {
    if (blockRound.block.id !== block && block !== "") x += step * 0.8;
    block = blockRound.block.id;
    blockRound.moves.forEach(({ slot }, place) => {
      const key = occurrenceKey(placeOf(slot.id, blockRound.round, blockRound.ordinal));
      const room = blockRound.moves.length > 1 ? 26 / (blockRound.moves.length - 1) : 0;
      beads.push({
        x,
        y: 9 + place * Math.min(room, 12),
        blockRound,
        skipped: performed.skipped.has(key),
        done: performed.sets.has(key),
      });
      x += step;
    });
  }
  const path = beads
    .map((bead, i) =>
      i === 0
        ? `M${bead.x} ${bead.y}`
        : `C${(entryAt(beads, i - 1).x + bead.x) / 2} ${entryAt(beads, i - 1).y} ${(entryAt(beads, i - 1).x + bead.x) / 2} ${bead.y} ${bead.x} ${bead.y}`,
    )
    .join("");
  const over = blockRounds.filter((blockRound) => isBlockRoundOver(blockRound, performed)).length;
  const size = Math.max(4, Math.min(9, step * 0.72));
  return (
    <svg
      viewBox={`0 0 ${width} ${height}`}
      role="img"
      aria-label={`${over} of ${blockRounds.length} rounds done`}
      className="block w-full across:h-12"
    >
      <path d={path} fill="none" stroke="var(--floor-line)" strokeWidth={1.2} />
      {beads.map((bead, index) => {
        const now = bead.blockRound.key === current?.key && !resting;
        const tall = now ? size * 1.7 : size * 1.2;
        return (
          <rect
            key={index}
            x={bead.x - size / 2}
            y={bead.y - tall / 2}
            width={size}
            height={tall}
            fill={now ? "var(--floor-now)" : bead.done ? "var(--floor-done)" : "var(--floor-ground)"}
            stroke={now ? "var(--floor-now)" : bead.done ? "var(--floor-done)" : "var(--floor-plan)"}
            strokeDasharray={bead.skipped ? "2 2" : undefined}
            strokeWidth={1.2}
          />
        );
      })}
    </svg>
  );
}
