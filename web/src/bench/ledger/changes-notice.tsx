/** The job was written against an older catalogue: what is different since. */
export function ChangesNotice({ changes }: { changes: Record<string, string[]> | null }) {
  const rows = Object.entries(changes ?? {});
  return (
    <details className="mb-3 rounded-lg bg-fuel-soft p-3">
      <summary className="min-h-6 cursor-pointer">
        The catalogue has changed since this job was last written to: the odds below are those of today.
      </summary>
      {rows.length === 0 && <p className="mt-2">What it was then is not on record here.</p>}
      <ul className="mt-2 text-sm">
        {rows.map(([section, ids]) => (
          <li key={section}>
            <strong className="capitalize">{section}:</strong> {ids.slice(0, 12).join(", ")}
            {ids.length > 12 && ` and ${ids.length - 12} more`}
          </li>
        ))}
      </ul>
    </details>
  );
}
