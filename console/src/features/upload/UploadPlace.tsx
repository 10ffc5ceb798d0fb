import { useState } from "react";
import { useKeys } from "../../keys";
import { texts } from "../../texts";
import { useDroppedFiles } from "../../ui/dropped";
import { Upload } from "./Upload";

/** Lets files be dropped anywhere on the console, or chosen after a key. */
export function UploadPlace() {
  const [files, setFiles] = useState<File[]>();
  const add = (more: File[]) => setFiles((before) => [...(before ?? []), ...more]);
  const over = useDroppedFiles(add);
  useKeys([{ keys: ["i"], words: texts.key.handIn, act: () => setFiles([]), shown: true }]);
  return (
    <>
      {over && <div className="droplet say">{texts.handIn.drop}</div>}
      {files !== undefined && <Upload files={files} onMore={add} onClose={() => setFiles(undefined)} />}
    </>
  );
}
