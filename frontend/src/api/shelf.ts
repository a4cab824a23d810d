import { GET, POST, DELETE, told, fileOnly, sent } from "./asking";
import type { Kind } from "./shapes";

/** The shelf as a whole, jobs and media. */
export const shelf = {
  shelf: () => told(GET("/api/workshop/shelf")),
  words: () => told(GET("/api/workshop/words")),
  takeOff: (kind: Kind, number: number, close = false) =>
    told(
      POST("/api/workshop/{kind}/{number}/off", {
        params: { path: { kind, number }, query: { close } },
      }),
    ),
  putBack: (kind: Kind, number: number) =>
    told(POST("/api/workshop/{kind}/{number}/back", { params: { path: { kind, number } } })),
  loadDemo: () => told(POST("/api/workshop/demo")),
  job: (job_id: string) =>
    told(GET("/api/workshop/jobs/{job_id}", { params: { path: { job_id } } })),
  stopJob: (job_id: string) =>
    told(DELETE("/api/workshop/jobs/{job_id}", { params: { path: { job_id } } })),
  media: () => told(GET("/api/workshop/media")),
  bringMedia: (file: File) => told(POST("/api/workshop/media", sent(file))),
  manners: () => told(GET("/api/workshop/manners")),
  lookAtBundle: (file: File) => told(POST("/api/workshop/bundles/look", fileOnly(file))),
  bringBundle: (file: File, keep: Record<string, string>) =>
    told(POST("/api/workshop/bundles", fileOnly(file, { keep: JSON.stringify(keep) }))),
};
