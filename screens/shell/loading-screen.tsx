/** While a page is made: a line going through. */
export function LoadingScreen() {
  return (
    <div role="status" aria-busy="true" className="flex min-h-[60dvh] flex-col items-center justify-center gap-3">
      <svg viewBox="0 0 160 24" className="w-40" aria-hidden>
        <path
          d="M2 12c20-14 32-14 52 0s32 14 52 0 32-14 52 0"
          fill="none"
          stroke="var(--color-woad)"
          strokeWidth={4}
          strokeLinecap="round"
          pathLength={1}
          strokeDasharray="0.25 0.75"
          className="motion-safe:animate-[draw_1.6s_linear_infinite]"
        />
      </svg>
      <p className="text-quiet">One moment…</p>
    </div>
  );
}
