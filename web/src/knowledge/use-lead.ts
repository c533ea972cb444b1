import { useAccount } from "../people/use-account";

/** May this person change the knowledge? At an open bench everybody may. */
export function useLead(): boolean {
  const account = useAccount();
  return account !== undefined && (account.mode === "open" || account.who?.role === "lead");
}
