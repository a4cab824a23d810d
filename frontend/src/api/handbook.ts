import { GET, POST, told } from "./asking";

/** The handbook. */
export const handbook = {
  contents: () => told(GET("/api/handbook/contents")),
  page: (name: string) =>
    told(GET("/api/handbook/pages/{name}", { params: { path: { name } }, pathSerializer })),
  search: (q: string) => told(GET("/api/handbook/search", { params: { query: { q } } })),
  openAsGame: (name: string) =>
    told(POST("/api/handbook/open/{name}", { params: { path: { name } }, pathSerializer })),
};

/** A page's name may have a folder in it, which stays as it is. */
function pathSerializer(path: string, params: Record<string, unknown>): string {
  return path.replace("{name}", encodeURI(String(params["name"])));
}
