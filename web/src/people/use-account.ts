import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useEffect } from "react";
import { queries } from "../api/queries";
import type { Account } from "../api/types";
import { useOutbox } from "../outbox/use-outbox";
import { benchName } from "../kept/bench-name";

/** How this shop knows its people, and who asks; undefined before it is known. With accounts what is entered is signed by the account. */
export function useAccount(): Account | undefined {
  const { data } = useQuery(queries.account());
  const signature = data?.who?.signature;
  useEffect(() => {
    if (signature) benchName.write(signature);
  }, [signature]);
  return data;
}

/** Asks anew who asks, and for all that was kept from whoever it was before; what waited to be sent goes out. */
export function useSigned(): () => Promise<void> {
  const client = useQueryClient();
  const { outbox } = useOutbox();
  return async () => {
    await client.invalidateQueries();
    await outbox.flush();
  };
}
