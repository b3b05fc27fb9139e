/** How much of something is done, 0 to 1. */
export const Bar = ({ share, label, className = '' }: { share: number; label: string; className?: string }) => (
  <div
    role="progressbar"
    aria-label={label}
    aria-valuemin={0}
    aria-valuemax={100}
    aria-valuenow={Math.round(100 * share)}
    className={`h-2 overflow-hidden rounded-full bg-line ${className}`}
  >
    <div className="h-full bg-ink" style={{ width: `${100 * Math.min(1, Math.max(0, share))}%` }} />
  </div>
)
