/** A gable over three hanging lines. */
export function Mark() {
  return (
    <svg
      aria-hidden
      viewBox="0 0 24 20"
      width="24"
      height="20"
      fill="none"
      strokeWidth="2.2"
      strokeLinecap="round"
      strokeLinejoin="round"
    >
      <path d="M2 10 12 2l10 8" stroke="#f0a43c" />
      <path d="M7 11v7M12 9v9M17 11v7" stroke="#eef3f5" strokeWidth="1.6" />
    </svg>
  )
}
