import { StrictMode } from "react";
import { createRoot } from "react-dom/client";
import "../look/look.css";
import { PlayerPage } from "./PlayerPage";

const root = document.getElementById("root");
if (root) {
  createRoot(root).render(
    <StrictMode>
      <PlayerPage />
    </StrictMode>,
  );
}
