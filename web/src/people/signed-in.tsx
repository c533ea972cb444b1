import type { ReactNode } from "react";
import { SignIn } from "./sign-in";
import { useAccount } from "./use-account";

/** The work, or the way to sign in where this shop asks for it. Without a signal what was opened before stays open. */
export function SignedIn({ children }: { children: ReactNode }) {
  const account = useAccount();
  if (account?.mode === "accounts" && !account.who) return <SignIn second={account.second} />;
  return children;
}
