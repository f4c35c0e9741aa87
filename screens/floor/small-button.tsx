"use client";

export function SmallButton({
  children,
  onClick,
  disabled,
  pressed,
}: {
  children: React.ReactNode;
  onClick: () => void;
  disabled?: boolean;
  pressed?: boolean;
}) {
  return (
    <button
      type="button"
      onClick={onClick}
      disabled={disabled}
      aria-pressed={pressed}
      className={`min-h-[56px] flex-1 rounded-lg border text-lg font-semibold disabled:border-dashed disabled:text-[var(--floor-quiet)] ${pressed ? "border-transparent bg-[var(--floor-warn)] text-[var(--floor-on)]" : "border-[var(--floor-line)]"}`}
    >
      {children}
    </button>
  );
}
