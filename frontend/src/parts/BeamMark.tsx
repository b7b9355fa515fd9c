/** The mark: a weighing beam on its stand, tilted, with a road under it. */
import { pencil } from "../app/theme";

export function BeamMark({ width }: { width: number }) {
  return (
    <svg viewBox="0 0 120 60" width={width} aria-hidden="true" fill="none" stroke="currentColor" strokeWidth={width > 100 ? 1.6 : 4}>
      <path d="M4 54h112" strokeDasharray={width > 100 ? "9 4" : undefined} />
      <path d="M60 54V12M50 54l10-8 10 8" />
      <path d="M18 20L102 8" />
      <path d="M18 20l-12 22h24zM102 8L90 30h24z" />
      <path d="M6 42q12 7 24 0M90 30q12 7 24 0" />
      <circle cx="60" cy="14" r="3.4" fill={pencil} stroke="none" />
    </svg>
  );
}
