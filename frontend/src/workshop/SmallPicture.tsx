import { useMedia } from "./media";

/** A picture as small as a line, by the name that questions call it; nothing where it is not there. */
export function SmallPicture({ name }: { name: string }) {
  const picture = useMedia().find((one) => one.name === name && one.mime.startsWith("image/"));
  if (!picture) return null;
  return (
    <img
      src={picture.file}
      alt=""
      data-small={name}
      className="me-2 inline-block size-6 border border-line object-contain"
    />
  );
}
