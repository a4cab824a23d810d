import { StrictMode } from "react";
import { createRoot } from "react-dom/client";
import "../look/look.css";
import { WithCarrier } from "../player/carrier";
import { served } from "../player/served";
import { WallPage } from "./WallPage";

const root = document.getElementById("root");
if (root) {
  createRoot(root).render(
    <StrictMode>
      <WithCarrier value={served}>
        <WallPage link={location.pathname.split("/")[2] ?? ""} />
      </WithCarrier>
    </StrictMode>,
  );
}
