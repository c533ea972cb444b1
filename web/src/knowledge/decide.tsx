import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { api } from "../api/client";
import { ApiError } from "../api/problem";
import { queries } from "../api/queries";
import type { Amendment } from "../api/types";
import { benchName } from "../kept/bench-name";
import { Button } from "../ui/button";
import { Loading } from "../ui/state";
import { TextField } from "../ui/text-field";
import { Effect } from "./effect";

/**
 * The second half of a change: what it would do to open jobs, why it is made, and the word that makes it. version: of the knowledge it
 * was written against; onRefused: what is wrong, at which change
 */
export function Decide(props: {
  changes: Amendment[];
  version: number;
  reason?: string;
  onBack?: () => void;
  onDone: () => void;
  onRefused: (error: ApiError) => void;
}) {
  const client = useQueryClient();
  const [reason, setReason] = useState(props.reason ?? "");
  const effect = useQuery({
    queryKey: ["knowledge", "effect", JSON.stringify(props.changes), props.version],
    queryFn: async () => {
      try {
        return await api.knowledgeEffect(props.changes);
      } catch (error) {
        if (error instanceof ApiError && error.status === 422) props.onRefused(error);
        throw error;
      }
    },
    retry: false,
    gcTime: 0,
  });
  const change = useMutation({
    mutationFn: () => {
      const by = benchName.read();
      return api.changeKnowledge({
        version: props.version,
        changes: props.changes,
        reason: reason.trim(),
        ...(by && { by }),
      });
    },
    onSuccess: async (knowledge) => {
      client.setQueryData(queries.knowledge().queryKey, knowledge);
      props.onDone();
      await client.invalidateQueries();
    },
  });
  const wrong = change.error ?? effect.error;
  return (
    <form
      className="grid gap-3"
      onSubmit={(event) => {
        event.preventDefault();
        change.mutate();
      }}
    >
      {effect.isPending ? (
        <Loading what="what it would do to open jobs" />
      ) : (
        effect.data && <Effect effect={effect.data} />
      )}
      <TextField
        label="Why? It stands in the history with your name"
        text={reason}
        onText={setReason}
        most={300}
        placeholder="Timed at this bench ten times"
      />
      {wrong && (
        <p role="alert" className="text-rust">
          {wrong.message}
        </p>
      )}
      <div className="flex flex-wrap justify-end gap-2">
        {props.onBack && (
          <Button look="quiet" onClick={props.onBack}>
            Back to the fields
          </Button>
        )}
        <Button type="submit" look="fuel" disabled={!effect.data || !reason.trim() || change.isPending}>
          Change it for everybody
        </Button>
      </div>
    </form>
  );
}
