import { useMedia } from "./use-media";

/** Is the page as narrow as a phone held upright? */
export const useNarrow = () => useMedia("(width < 40rem)");
