import { base } from "../../api/client";

/** The address of the picture of a page. */
export function pictureOf(job: string, page: number, width: number) {
  return new URL(`api/v1/jobs/${job}/pages/${page}/picture?width=${width}`, base).href;
}
