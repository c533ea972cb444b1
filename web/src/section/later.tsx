import { Component, lazy, Suspense, type ComponentProps, type ReactNode } from "react";
import { Button } from "../ui/button";
import { twice } from "./twice";

const Drawing = lazy(() => twice(() => import("./section")).then((part) => ({ default: part.Section })));

/**
 * The section, whose code comes a moment after the rest, into a place kept free for it. Where it does not come (the signal
 * was lost just then), what stands round it goes on.
 */
export function Section(props: ComponentProps<typeof Drawing>) {
  return (
    <Guard>
      <Suspense fallback={<div className="aspect-[584/600]" />}>
        <Drawing {...props} />
      </Suspense>
    </Guard>
  );
}

class Guard extends Component<{ children: ReactNode }, { failed: boolean }> {
  override state = { failed: false };

  static getDerivedStateFromError() {
    return { failed: true };
  }

  override render() {
    if (!this.state.failed) return this.props.children;
    return (
      <p role="status" className="my-3 text-dim">
        The drawing did not come. Everything else works.{" "}
        <Button onClick={() => window.location.reload()}>Load the page again</Button>
      </p>
    );
  }
}
