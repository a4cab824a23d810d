export const packFile = (id: number, ending = "") =>
  `/api/workshop/packs/${id}/file${ending && `?ending=${ending}`}`;
export const sampleFile = `/api/workshop/sample`;
export const bundleFile = (id: number) => `/api/workshop/games/${id}/bundle`;
export const takeAway = (id: number, way: string) => `/api/workshop/games/${id}/take/${way}`;
export const printableSheet = (id: number, dice: number[], key: boolean) =>
  `/api/workshop/games/${id}/sheet?${dice.map((one) => `dice=${one}`).join("&")}${key ? "&key=true" : ""}`;
export const wallCode = (id: number, address: string) =>
  `/api/workshop/handouts/${id}/code?address=${encodeURIComponent(address)}`;
export const historyFile = (id: number, file: string) => `/api/workshop/handouts/${id}/${file}`;
export const nowEvents = (id: number) => `/api/workshop/handouts/${id}/now/live`;
export const wallEvents = (link: string) => `/api/players/walls/${link}/live`;
export const wallJoinCode = (link: string) => `/api/players/walls/${link}/code`;
export const gameFile = (id: number) => `/api/workshop/games/${id}/file`;

export function livePath(play: string): string {
  const scheme = location.protocol === "https:" ? "wss" : "ws";
  return `${scheme}://${location.host}/api/players/plays/${play}/live`;
}
