import { useMedia } from "./use-media";

/** Whether the person asked for less movement. */
export const useReducedMotion = () => useMedia("(prefers-reduced-motion: reduce)");
