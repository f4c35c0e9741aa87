/** The program's mark: two lines crossing twice, over and under. */
export function Mark({ size = 28 }: { size?: number }) {
  return (
    <svg width={size} height={size} viewBox="0 0 32 32" aria-hidden fill="none" strokeLinecap="round">
      <path d="M4 9C11 9 13 23 20 23c5 0 6-5 8-5" stroke="var(--color-indigo)" strokeWidth={3.4} />
      <path d="M4 23c7 0 9-14 16-14 5 0 6 5 8 5" stroke="var(--color-ground)" strokeWidth={7} />
      <path d="M4 23c7 0 9-14 16-14 5 0 6 5 8 5" stroke="var(--color-woad)" strokeWidth={3.4} />
    </svg>
  );
}
