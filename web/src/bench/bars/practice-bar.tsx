import { useMutation, useQueryClient } from "@tanstack/react-query";
import { FlaskConical } from "lucide-react";
import { Link, useNavigate } from "react-router";
import { api } from "../../api/client";
import { Button } from "../../ui/button";
import { useDesk } from "../desk";

/** Over a practice: that it is one, and the way to its truth. */
export function PracticeBar() {
  const { job, parcels } = useDesk();
  const client = useQueryClient();
  const navigate = useNavigate();
  const end = useMutation({
    mutationFn: () => api.endPractice(job.id),
    onSuccess: async () => {
      await client.invalidateQueries({ queryKey: ["job", job.id] });
      void client.invalidateQueries({ queryKey: ["practice"] });
      void navigate(`/jobs/${job.id}/debrief`);
    },
  });
  if (!job.practice) return null;
  const over = job.trace.closing !== null;
  return (
    <section
      aria-label="Practice"
      className="mb-3 flex flex-wrap items-center gap-x-4 gap-y-2 rounded-card border-2 border-dashed border-leaf bg-leaf-soft px-4 py-2"
    >
      <FlaskConical size={22} aria-hidden className="text-leaf" />
      <p className="min-w-56 flex-1">
        <strong>Practice.</strong> A simulated machine: it answers when it is asked. Repairs act on it.
        {end.error && (
          <span role="alert" className="block text-rust">
            {end.error.message}
          </span>
        )}
      </p>
      <Link to="/practice" className="flex min-h-11 items-center">
        All practice
      </Link>
      <Button
        look={over ? "fuel" : "plain"}
        disabled={end.isPending || parcels.length > 0}
        onClick={() => end.mutate()}
      >
        {end.isPending ? "Going through it ..." : over ? "Go through it" : "Give up, and see what it was"}
      </Button>
    </section>
  );
}
