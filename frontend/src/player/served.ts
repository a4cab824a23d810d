import { api, livePath, type View } from "../api/client";
import type { Carrier } from "./carrier";

const NO_PLAY = 4404;
const RETRY = [300, 700, 1500, 3000];

/** The server behind the page: `/play/GAME` invites, `/play/GAME/PLAY` is a play that goes on. */
export const served: Carrier = {
  texts: (language) => api.pageTexts(language).catch(() => api.pageTexts("en")),
  invitation: api.invitation,
  listed: api.listed,
  best: api.best,
  waiting: api.waiting,
  start: async (slug, wanted) => (await api.startPlay(slug, wanted)).id,
  join: (play, listener) => {
    let left = false;
    let tries = 0;
    let timer: number | undefined;
    let socket: WebSocket;
    const join = () => {
      socket = new WebSocket(livePath(play));
      socket.onmessage = (message) => {
        tries = 0;
        listener.link("live");
        listener.see(JSON.parse(String(message.data)) as View);
      };
      socket.onclose = (closed) => {
        if (left) return;
        if (closed.code === NO_PLAY) {
          listener.link("gone");
          return;
        }
        listener.link("lost");
        timer = window.setTimeout(join, RETRY[Math.min(tries, RETRY.length - 1)]);
        tries += 1;
      };
    };
    join();
    return {
      send: (move) => {
        if (socket.readyState === WebSocket.OPEN) socket.send(JSON.stringify(move));
      },
      leave: () => {
        left = true;
        window.clearTimeout(timer);
        socket.close();
      },
    };
  },
  place: () => {
    const [, , slug = "", play = ""] = location.pathname.split("/");
    return { slug, play };
  },
  go: ({ slug, play }) => history.pushState(null, "", `/play/${slug}${play && `/${play}`}`),
};
