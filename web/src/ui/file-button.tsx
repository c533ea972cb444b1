const LOOK = {
  plain: "border-edge bg-raised hover:border-fuel",
  fuel: "border-transparent bg-fuel text-on-fuel focus-within:outline-offset-2",
} as const;

/** Chooses a file of this computer. accept: as an input of type file takes it */
export function FileButton(props: {
  name: string;
  accept: string;
  look?: keyof typeof LOOK;
  onFile: (file: File) => void;
}) {
  return (
    <label
      className={`inline-flex min-h-11 cursor-pointer items-center rounded-xl border-2 px-4 font-medium focus-within:outline-3 focus-within:outline-fuel ${LOOK[props.look ?? "plain"]}`}
    >
      {props.name}
      <input
        type="file"
        accept={props.accept}
        className="sr-only"
        onChange={(event) => {
          const file = event.target.files?.[0];
          if (file) props.onFile(file);
          // The same file may be chosen again.
          event.target.value = "";
        }}
      />
    </label>
  );
}
