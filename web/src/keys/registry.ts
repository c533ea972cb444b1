/** Where a key acts, as the sheet of keys groups it. */
export type Scope = "Everywhere" | "The step" | "The instrument" | "This sheet" | "This job" | "The bench";

/** One key of the page. The same table serves the keyboard and the sheet that explains it. */
export type Key = {
  /** As KeyboardEvent.key names it, with "mod+" before it for Ctrl or Cmd. */
  key: string;
  /** What it does, in words. */
  name: string;
  scope: Scope;
  /** Left out where the control itself takes the key while it has the focus: then it only stands on the sheet. */
  act?: (() => void) | undefined;
  /** Acts in fields and sheets, too. For keys with "mod+" only. */
  everywhere?: boolean;
};

/** What happened on the keyboard, as far as it matters here. */
export type Press = Pick<KeyboardEvent, "key" | "ctrlKey" | "metaKey" | "altKey" | "defaultPrevented"> & {
  target: EventTarget | null;
};

const TYPED_IN = "input, select, textarea, [contenteditable=true], [role=combobox], [role=dialog]";
const PRESSED = "button, a[href], summary, [role=button], [role=link], [role=option], [role=menuitem]";
const MOVED = "[role=slider], [role=radio], [role=tab], [role=spinbutton], [role=scrollbar]";
const ARROWS = ["ArrowUp", "ArrowDown", "ArrowLeft", "ArrowRight", "Home", "End", "PageUp", "PageDown"];

/**
 * The keys of the page at hand. The latest registered wins; a focused control always comes first: a field takes everything, a button
 * Enter and the space bar, a slider its arrows.
 *
 * @example
 * const keys = registry.add();
 * keys.set([{ key: "u", name: "Undo", scope: "This job", act: undo }]);
 * keys.remove();
 */
export class KeyRegistry {
  readonly #sets = new Map<symbol, Key[]>();
  readonly #listeners = new Set<() => void>();
  #list: Key[] = [];
  /** What listeners have been told of: keys and names. A key that only acts anew is no news to them. */
  #told = "";
  #single: boolean;

  /** single: whether keys that are a character (letters, digits, signs) act (WCAG 2.1.4: they can be switched off) */
  constructor(single = true) {
    this.#single = single;
  }

  /** Every key there is now, the latest first, each once. The same list until something changes. */
  get list(): Key[] {
    return this.#list;
  }

  get single(): boolean {
    return this.#single;
  }

  switchSingle(on: boolean): void {
    this.#single = on;
    this.#changed();
  }

  /** A place for the keys of one part of the page. It keeps its rank when its keys are set anew. */
  add(): { set: (keys: Key[]) => void; remove: () => void } {
    const token = Symbol();
    this.#sets.set(token, []);
    return {
      set: (keys) => {
        this.#sets.set(token, keys);
        this.#changed();
      },
      remove: () => {
        this.#sets.delete(token);
        this.#changed();
      },
    };
  }

  subscribe = (listener: () => void): (() => void) => {
    this.#listeners.add(listener);
    return () => this.#listeners.delete(listener);
  };

  /** The key this press means, or null: nothing by that name, switched off, or the focused control's own. */
  meant(press: Press): Key | null {
    if (press.defaultPrevented || press.altKey) return null;
    const mod = press.ctrlKey || press.metaKey;
    const key = this.#list.find((one) => one.act && one.key === (mod ? `mod+${press.key}` : press.key));
    if (!key) return null;
    if (key.everywhere) return key;
    if (isCharacter(key.key) && !this.#single) return null;
    return claimed(press) ? null : key;
  }

  #changed(): void {
    const all = [...this.#sets.values()].reverse().flat();
    const list = all.filter((one, i) => all.findIndex((other) => other.key === one.key) === i);
    const told = this.#told;
    this.#list = list;
    this.#told = `${this.#single} ${list.map((one) => `${one.key} ${one.name}`).join("|")}`;
    if (told !== this.#told) this.#listeners.forEach((listener) => listener());
  }
}

/** Letters, digits and signs; the space bar, Enter and arrows are none. */
export function isCharacter(key: string): boolean {
  return key.length === 1 && key !== " ";
}

/** Whether the control that has the focus makes something of this key itself. */
function claimed(press: Press): boolean {
  const at = press.target;
  if (!(at instanceof Element)) return false;
  if (at.closest(TYPED_IN)) return true;
  if ((press.key === "Enter" || press.key === " ") && at.closest(`${PRESSED}, ${MOVED}`)) return true;
  return ARROWS.includes(press.key) && at.closest(MOVED) !== null;
}
