import { lazy, Suspense } from "react";
import { Route, Routes } from "react-router";
import { Shell } from "./shell/shell";
import { Loading } from "./ui/state";

const Board = lazy(() => import("./board/board").then((view) => ({ default: view.Board })));
const Intake = lazy(() => import("./intake/intake").then((view) => ({ default: view.Intake })));
const TraceView = lazy(() => import("./trace/trace-view").then((view) => ({ default: view.TraceView })));
const Handbook = lazy(() => import("./handbook/handbook").then((view) => ({ default: view.Handbook })));
const Worktop = lazy(() => import("./worktop/worktop").then((view) => ({ default: view.Worktop })));
const Cards = lazy(() => import("./cards/cards").then((view) => ({ default: view.Cards })));
const Logs = lazy(() => import("./logs/logs").then((view) => ({ default: view.Logs })));
const NotFound = lazy(() => import("./shell/not-found").then((view) => ({ default: view.NotFound })));

export function App() {
  return (
    <Shell>
      <Suspense fallback={<Loading />}>
        <Routes>
          <Route path="/" element={<Board />} />
          <Route path="/new" element={<Intake />} />
          <Route path="/jobs/:id" element={<TraceView />} />
          <Route path="/worktop" element={<Worktop />} />
          <Route path="/worktop/:id" element={<Worktop />} />
          <Route path="/cards" element={<Cards />} />
          <Route path="/logs" element={<Logs />} />
          <Route path="/logs/:id" element={<Logs />} />
          <Route path="/handbook" element={<Handbook />} />
          <Route path="*" element={<NotFound />} />
        </Routes>
      </Suspense>
    </Shell>
  );
}
