/** A field with its name before it, in a small form. */
export const Row = ({ label, children }: { label: string; children: React.ReactNode }) => (
  <div className="flex items-center gap-2 py-0.5">
    <span className="pencil w-20 shrink-0">{label}</span>
    {children}
  </div>
);
