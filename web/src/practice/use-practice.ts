import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useRef, useState } from "react";
import { useNavigate } from "react-router";
import { api } from "../api/client";
import { newId } from "../api/entries";
import { queries } from "../api/queries";
import type { NewPractice } from "../api/types";
import { benchName } from "../kept/bench-name";

/** What the learner at this bench practises, and the way to begin. */
export function usePractice() {
  const [by] = useState(benchName.read);
  const client = useQueryClient();
  const navigate = useNavigate();
  const query = useQuery(queries.practice(by));
  // The same asked again is the same practice: the answer may have been lost on its way.
  const asking = useRef({ id: "", asked: "" });
  const begin = useMutation({
    mutationFn: (asked: Omit<NewPractice, "id" | "by">) => {
      const now = JSON.stringify(asked);
      if (asking.current.asked !== now) asking.current = { id: newId(), asked: now };
      return api.beginPractice({ id: asking.current.id, ...asked, ...signed(by) });
    },
    onSuccess: ({ job }) => {
      asking.current.asked = "";
      void client.invalidateQueries({ queryKey: ["practice"] });
      void navigate(`/jobs/${job}`);
    },
  });
  const answered = { onSuccess: (data: typeof query.data) => client.setQueryData(queries.practice(by).queryKey, data) };
  const set = useMutation({
    mutationFn: (asked: { family: string; level: string; note: string }) =>
      api.setExercise({ ...asked, ...signed(by) }),
    ...answered,
  });
  const takeBack = useMutation({ mutationFn: (id: string) => api.takeBackExercise(id, by), ...answered });
  return { query, begin, set, takeBack };
}

const signed = (by: string) => (by ? { by } : {});
