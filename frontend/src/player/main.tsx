import { StrictMode } from "react";
import { createRoot } from "react-dom/client";
import "../look/look.css";
import { WithCarrier } from "./carrier";
import { PlayerPage } from "./PlayerPage";
import { served } from "./served";

const root = document.getElementById("root");
if (root) {
  createRoot(root).render(
    <StrictMode>
      <WithCarrier value={served}>
        <PlayerPage />
      </WithCarrier>
    </StrictMode>,
  );
}
