import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { queries } from "../api/queries";
import { api } from "../api/client";
import type { Catalogue } from "../api/types";
import { Choices } from "../ui/choices";
import { Failed, Loading } from "../ui/state";

/** Where good people disagree: the shop picks, new jobs follow. */
export function Schools({ catalogue }: { catalogue: Catalogue }) {
  const client = useQueryClient();
  const kept = useQuery(queries.schools());
  const choose = useMutation({
    mutationFn: api.chooseSchools,
    onSuccess: (answer) => client.setQueryData(["schools"], answer),
  });
  if (kept.isPending) return <Loading what="the shop's ways" />;
  if (kept.isError) return <Failed error={kept.error} again={() => void kept.refetch()} />;
  const { chosen, lacks } = kept.data;
  return (
    <section>
      <p className="mb-3 max-w-3xl text-dim" role="status">
        {choose.isError
          ? choose.error.message
          : "Where good people disagree. What is chosen here changes the order, the steps and the limits of jobs begun from now on."}
      </p>
      <div className="grid gap-3 lg:grid-cols-2">
        {catalogue.schools.map((topic) => (
          <fieldset key={topic.id} className="rounded-card border border-line bg-sheet p-4">
            <legend className="px-1 font-display text-lg font-semibold">{topic.name}</legend>
            <Choices
              label={topic.name}
              value={chosen[topic.id] ?? topic.default}
              onChange={(option) => choose.mutate({ chosen: { ...chosen, [topic.id]: option }, lacks })}
              className="grid gap-1.5"
              options={topic.options.map((option) => ({
                id: option.id,
                says: (
                  <>
                    {option.name}
                    {option.id === topic.default && <span className="text-sm text-dim"> (default)</span>}
                    <span className="block text-sm text-dim">{option.why}</span>
                  </>
                ),
              }))}
            />
          </fieldset>
        ))}
      </div>
      <Tools tools={catalogue.tools} lacks={lacks} onChange={(missing) => choose.mutate({ chosen, lacks: missing })} />
    </section>
  );
}

/** What this bench does not have: the planner passes over checks that need it, and says so in the trace. */
function Tools({ tools, lacks, onChange }: { tools: string[]; lacks: string[]; onChange: (lacks: string[]) => void }) {
  const missing = new Set(lacks);
  return (
    <fieldset className="mt-3 rounded-card border border-line bg-sheet p-4">
      <legend className="px-1 font-display text-lg font-semibold">Tools at this bench</legend>
      <p className="mb-3 text-sm text-dim">
        Take away what you do not have: checks that need it are passed over, and the trace says which.
      </p>
      <div className="flex flex-wrap gap-2">
        {tools.map((tool) => (
          <button
            key={tool}
            type="button"
            aria-pressed={!missing.has(tool)}
            onClick={() => onChange(missing.has(tool) ? lacks.filter((one) => one !== tool) : [...lacks, tool])}
            className="min-h-11 rounded-xl border-2 border-dashed border-line bg-transparent px-3 text-dim line-through aria-pressed:border-solid aria-pressed:border-leaf aria-pressed:bg-raised aria-pressed:text-ink aria-pressed:no-underline"
          >
            {tool}
          </button>
        ))}
      </div>
    </fieldset>
  );
}
