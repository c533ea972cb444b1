import { useEffect, useRef, type ReactNode } from "react";

/** Tells when it comes near the part of the page that is seen, each time. What stands in it can be pressed instead. */
export function WhenSeen({ onSeen, children }: { onSeen: () => void; children?: ReactNode }) {
  const place = useRef<HTMLDivElement>(null);
  const told = useRef(onSeen);
  useEffect(() => {
    told.current = onSeen;
  });
  useEffect(() => {
    if (!place.current || !("IntersectionObserver" in window)) return;
    const watch = new IntersectionObserver((rows) => rows.some((row) => row.isIntersecting) && told.current(), {
      rootMargin: "600px",
    });
    watch.observe(place.current);
    return () => watch.disconnect();
  }, []);
  return <div ref={place}>{children}</div>;
}
