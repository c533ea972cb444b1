import type { Check } from "../api/types";

export type PictureProps = {
  check: Check;
  outcomes: Check["outcomes"];
  marked: string[];
  disabled: boolean;
  onChoose: (id: string, kind: string) => void;
};

/** Tap the place. Every place is a button of its own, so that keys reach it too. */
export function PictureMap(props: PictureProps) {
  return props.check.picture?.drawing === "light" ? <LightRing {...props} /> : <FromTheSide {...props} />;
}

/** A carburetor from the side, with the places that the catalogue lays on it (360 x 256). */
function FromTheSide({ check, outcomes, marked, disabled, onChoose }: PictureProps) {
  const at = check.picture?.places ?? {};
  return (
    <svg viewBox="0 0 360 256" className="mt-2 h-auto w-full max-w-xl" role="group" aria-label="Tap where it is wet">
      <g className="fill-raised stroke-edge" strokeWidth="2.5" strokeLinejoin="round" aria-hidden>
        <path d="M196 44h104v56h-10l-8 40h16v72h-92v-72h10l-8-40h-12Z" />
        <path d="M46 100h150v64H62q-16 0-16-16Z" />
        <path d="M52 84h144v16H52Z" />
        <path d="M60 164h64v22H60Z" />
        <path d="M40 74h30v10H40ZM8 76h32v14H8Z" />
        <path d="M222 22h20v22h-20Z" />
        <path d="M194 184h20v26h-20Z" />
        <path d="M188 214h128v10H188ZM200 224h104v26H200Z" />
      </g>
      <circle cx="252" cy="182" r="9" className="fill-sheet stroke-edge" strokeWidth="2.5" aria-hidden />
      <path d="M56 122h136v38H66q-10 0-10-10Z" className="fill-fuel/35" aria-hidden />
      {outcomes.map((row) => {
        const [x, y] = at[row.id] ?? [];
        if (x === undefined || y === undefined) return null;
        const on = marked.includes(row.id);
        return (
          <g
            key={row.id}
            role="button"
            tabIndex={disabled ? -1 : 0}
            aria-pressed={on}
            aria-disabled={disabled}
            aria-label={row.name}
            className={`group outline-none ${disabled ? "" : "cursor-pointer"}`}
            onClick={() => !disabled && onChoose(row.id, row.kind)}
            onKeyDown={(event) => {
              if (disabled || (event.key !== "Enter" && event.key !== " ")) return;
              event.preventDefault();
              event.stopPropagation();
              onChoose(row.id, row.kind);
            }}
          >
            <circle cx={x} cy={y} r="17" fill="transparent" />
            <circle
              cx={x}
              cy={y}
              r={on ? 11 : 7}
              strokeWidth="3"
              className={`${on ? "fill-fuel stroke-ink" : "fill-sheet stroke-fuel"} group-focus-visible:stroke-ink`}
            />
            {on && <path d={`M${x} ${y - 5}q5 7 0 9q-5 -2 0 -9Z`} className="fill-on-fuel" />}
            <title>{row.name}</title>
          </g>
        );
      })}
    </svg>
  );
}

/** Light past a shut plate: a closed disk, or a bright sickle in the first or second barrel. */
function LightRing({ outcomes, marked, disabled, onChoose }: PictureProps) {
  return (
    <div className="mt-2 flex flex-wrap gap-3" role="group" aria-label="What the plate looks like against the light">
      {outcomes.map((row) => {
        const on = marked.includes(row.id);
        const lit = row.kind !== "healthy";
        return (
          <button
            key={row.id}
            type="button"
            disabled={disabled}
            aria-pressed={on}
            onClick={() => onChoose(row.id, row.kind)}
            className={`rounded-xl border-2 bg-raised p-2 text-center text-sm hover:border-fuel disabled:opacity-50 ${on ? "border-fuel bg-fuel-soft" : "border-line"}`}
          >
            <svg viewBox="-56 -56 112 112" className="size-28" aria-hidden>
              <circle r="52" className="fill-bark" />
              <circle r="42" fill={lit ? "#fff3b8" : undefined} className={lit ? "" : "fill-deep"} />
              <circle cx={lit ? -5 : 0} cy={lit ? 3 : 0} r={lit ? 39 : 42} className="fill-deep" />
              <line x1="-42" x2="42" y1="0" y2="0" strokeWidth="5" className="stroke-edge" />
            </svg>
            {row.name}
          </button>
        );
      })}
    </div>
  );
}
