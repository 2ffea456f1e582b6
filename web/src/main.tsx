import "@fontsource-variable/atkinson-hyperlegible-next/index.css";
import "@fontsource-variable/atkinson-hyperlegible-mono/index.css";
import "./tokens.css";
import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { lazy, StrictMode, Suspense } from "react";
import { createRoot } from "react-dom/client";
import { BrowserRouter, Route, Routes } from "react-router";
import { useEvents } from "./api/events";
import { makeOutbox, OutboxContext } from "./api/changes";
import { applyTheme } from "./ui/theme";
import { BenchScreen } from "./screens/BenchScreen";
import { DayScreen } from "./screens/DayScreen";
import { Waiting } from "./ui/Waiting";

const JobScreen = lazy(() => import("./screens/JobScreen").then((part) => ({ default: part.JobScreen })));
const HouseScreen = lazy(() =>
  import("./screens/HouseScreen").then((part) => ({ default: part.HouseScreen })),
);
const HousesScreen = lazy(() =>
  import("./screens/HousesScreen").then((part) => ({ default: part.HousesScreen })),
);
const NewCallScreen = lazy(() =>
  import("./screens/NewCallScreen").then((part) => ({ default: part.NewCallScreen })),
);
const NotFoundScreen = lazy(() =>
  import("./screens/NotFoundScreen").then((part) => ({ default: part.NotFoundScreen })),
);
const PairScreen = lazy(() => import("./screens/PairScreen").then((part) => ({ default: part.PairScreen })));
const PracticeScreen = lazy(() =>
  import("./screens/PracticeScreen").then((part) => ({ default: part.PracticeScreen })),
);
const NotesScreen = lazy(() =>
  import("./screens/NotesScreen").then((part) => ({ default: part.NotesScreen })),
);
const DrillScreen = lazy(() =>
  import("./screens/DrillScreen").then((part) => ({ default: part.DrillScreen })),
);
const ExerciseScreen = lazy(() =>
  import("./screens/ExerciseScreen").then((part) => ({ default: part.ExerciseScreen })),
);
const SettingsScreen = lazy(() =>
  import("./screens/SettingsScreen").then((part) => ({ default: part.SettingsScreen })),
);

applyTheme();
const queries = new QueryClient({ defaultOptions: { queries: { refetchOnWindowFocus: true, retry: 1 } } });
const root = document.getElementById("root");
if (!root) throw new Error("The page has no root.");

const outbox = makeOutbox(queries);

function Listening() {
  useEvents();
  return null;
}

createRoot(root).render(
  <StrictMode>
    <QueryClientProvider client={queries}>
      <OutboxContext value={outbox}>
        <Listening />
        <BrowserRouter>
          <Suspense fallback={<Waiting />}>
            <Routes>
              <Route path="/" element={<DayScreen />} />
              <Route path="/calls/new" element={<NewCallScreen />} />
              <Route path="/jobs/:id" element={<JobScreen />} />
              <Route path="/houses" element={<HousesScreen />} />
              <Route path="/houses/:id" element={<HouseScreen />} />
              <Route path="/bench" element={<BenchScreen />} />
              <Route path="/notes" element={<NotesScreen />} />
              <Route path="/practice" element={<PracticeScreen />} />
              <Route path="/practice/drills/:seed" element={<DrillScreen />} />
              <Route path="/practice/:id" element={<ExerciseScreen />} />
              <Route path="/pair" element={<PairScreen />} />
              <Route path="/settings" element={<SettingsScreen />} />
              <Route path="*" element={<NotFoundScreen />} />
            </Routes>
          </Suspense>
        </BrowserRouter>
      </OutboxContext>
    </QueryClientProvider>
  </StrictMode>,
);
