/** Ids of elements of the grid, by which what is laid over it finds them. */
export const handleId = (id: string): string => `handle-${id}`;
export const rowId = (slotId: string): string => `row-${slotId}`;
export const gapId = (at: number): string => `gap-${at}`;
export const headId = (blockId: string): string => `head-${blockId}`;
