export function DescribePanel() {
  return (
    <>
      <h2 className="text-[1.7rem] leading-tight">What does it do?</h2>
      <p className="mt-1 text-dim">Add one observation, or do any check: one finding is enough to begin.</p>
    </>
  );
}
