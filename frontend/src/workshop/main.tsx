import { MutationCache, QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { type ComponentType, StrictMode } from "react";
import { createRoot } from "react-dom/client";
import { createBrowserRouter, type RouteObject, RouterProvider } from "react-router";
import { Problem } from "../api/client";
import { WithCarrier } from "../player/carrier";
import { served } from "../player/served";
import "../look/look.css";
import { Frame } from "./Frame";
import { Lost } from "./Lost";
import { Bench } from "./bench/Bench";
import { Checking } from "./checking/Checking";
import { Deal } from "./deal/Deal";
import { Feedback } from "./feedback/Feedback";
import { Questions } from "./questions/Questions";
import { Shelf } from "./shelf/Shelf";

/** Asked whether or not there is a network: the server may well be this machine. */
const networkMode = "always";

/** What somebody else changed meanwhile is shown, beside the word that one's own change was not saved. */
const mutationCache = new MutationCache({
  onError: (error) => {
    if (error instanceof Problem && error.status === 409)
      for (const name of ["shelf", "game", "pack"])
        void queries.invalidateQueries({ queryKey: [name] });
  },
});

const queries: QueryClient = new QueryClient({
  mutationCache,
  defaultOptions: {
    queries: { staleTime: 2000, retry: 1, networkMode },
    mutations: { networkMode },
  },
});

/** A screen whose code is loaded when it is wanted; what is there till then is only seen by who begins with it. */
function later(path: string, told: string, load: () => Promise<ComponentType>): RouteObject {
  return {
    path,
    lazy: async () => ({ Component: await load() }),
    HydrateFallback: () => <p className="p-6">{told}</p>,
  };
}

const router = createBrowserRouter([
  {
    element: <Frame />,
    errorElement: <Lost />,
    children: [
      { path: "/", element: <Shelf /> },
      { path: "/packs/:packId", element: <Questions /> },
      { path: "/games/:gameId/questions/:packId?", element: <Questions /> },
      { path: "/games/:gameId/checking", element: <Checking /> },
      { path: "/games/:gameId/deal", element: <Deal /> },
      later("/games/:gameId/rules", "Opening the rules …", () =>
        import("./rules/Rules").then(({ Rules }) => Rules),
      ),
      { path: "/games/:gameId/feedback", element: <Feedback /> },
      { path: "/games/:gameId/playtest", element: <Bench /> },
      later("/games/:gameId/proof", "Opening the proof …", () =>
        import("./proof/Proof").then(({ Proof }) => Proof),
      ),
      later("/games/:gameId/handout", "Opening the hand-outs …", () =>
        import("./handout/HandOut").then(({ HandOut }) => HandOut),
      ),
      later("/handbook/*", "Opening the handbook …", () =>
        import("./handbook/Handbook").then(({ Handbook }) => Handbook),
      ),
      { path: "*", element: <Lost /> },
    ],
  },
]);

const root = document.getElementById("root");
if (root) {
  createRoot(root).render(
    <StrictMode>
      <QueryClientProvider client={queries}>
        <WithCarrier value={served}>
          <RouterProvider router={router} />
        </WithCarrier>
      </QueryClientProvider>
    </StrictMode>,
  );
}
