import type { CheckOption } from "../../api/types";
import { Choices } from "../../ui/choices";

/** Which of several this answer is about; "" is all of them alike. */
export function PlaceChoice(props: {
  places: CheckOption["places"];
  value: string;
  onChange: (place: string) => void;
  done?: string;
}) {
  const options = [{ id: "", name: "All alike", done: false }, ...props.places];
  return (
    <Choices
      label="Where"
      value={props.value}
      onChange={props.onChange}
      className="mt-3 flex flex-wrap gap-1.5"
      options={options.map((place) => ({
        id: place.id,
        className: "border-line px-3 py-2",
        says: (
          <>
            {place.name}
            {place.done && <span className="block text-sm text-leaf">{props.done ?? "looked at"}</span>}
          </>
        ),
      }))}
    />
  );
}

/** The place to begin with: the first that nobody has looked at once one has been, else all alike. */
export function firstPlace(places: CheckOption["places"]): string {
  return places.some((place) => place.done) ? (places.find((place) => !place.done)?.id ?? "") : "";
}
