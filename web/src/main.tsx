import "@fontsource-variable/atkinson-hyperlegible-next/index.css";
import "@fontsource-variable/atkinson-hyperlegible-mono/index.css";
import "./tokens.css";
import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { StrictMode } from "react";
import { createRoot } from "react-dom/client";
import { BrowserRouter, Route, Routes } from "react-router";
import { useEvents } from "./api/events";
import { applyTheme } from "./ui/theme";
import { DayScreen } from "./screens/DayScreen";
import { JobScreen } from "./screens/JobScreen";
import { NewCallScreen } from "./screens/NewCallScreen";
import { PairScreen } from "./screens/PairScreen";
import { SettingsScreen } from "./screens/SettingsScreen";

applyTheme();
const queries = new QueryClient({ defaultOptions: { queries: { refetchOnWindowFocus: true, retry: 1 } } });
const root = document.getElementById("root");
if (!root) throw new Error("The page has no root.");

function Listening() {
  useEvents();
  return null;
}

createRoot(root).render(
  <StrictMode>
    <QueryClientProvider client={queries}>
      <Listening />
      <BrowserRouter>
        <Routes>
          <Route path="/" element={<DayScreen />} />
          <Route path="/calls/new" element={<NewCallScreen />} />
          <Route path="/jobs/:id" element={<JobScreen />} />
          <Route path="/pair" element={<PairScreen />} />
          <Route path="/settings" element={<SettingsScreen />} />
        </Routes>
      </BrowserRouter>
    </QueryClientProvider>
  </StrictMode>,
);
