/** Does a machine with these features meet a condition ("a|b" either, "!a" not; every term must hold)? */
export function meets(needs: string[], features: ReadonlySet<string>): boolean {
  return needs.every((term) =>
    term.split("|").some((flag) => (flag.startsWith("!") ? !features.has(flag.slice(1)) : features.has(flag))),
  );
}
