import { Press } from "../ui/Press";
import { Group, TextField, useValue } from "./fields";

const usual = "{stem}-{slot}-{width}w";
const placeholders: readonly (readonly [string, string])[] = [
  ["{stem}", "the words that describe the picture"],
  ["{slot}", "this slot's name, and the screen range's"],
  ["{width}", "pixels across"],
  ["{height}", "pixels down"],
  ["{density}", "1x, 2x; 1-5x for 1.5"],
  ["{sequence}", "the picture's number, in the order of arrival"],
  ["{date}", "the day the picture came in"],
  ["{hash}", "eight characters that change whenever the file does"],
];

/** How files are called, and what that comes to. */
export function NamesEditor({ at, fileNames }: { at: string; fileNames: readonly string[] }) {
  const path = `${at}.fileName`;
  const [pattern, set] = useValue<string>(path);
  return (
    <Group title="File names">
      <TextField path={path} label="Pattern; the ending is added" mono optional placeholder={usual} />
      <dl className="grid grid-cols-[max-content_1fr] items-baseline gap-x-2 gap-y-1">
        {placeholders.map(([text, says]) => (
          <div key={text} className="contents">
            <dt>
              <Press
                aria-label={`Add ${text}`}
                className="figures rounded border border-dashed border-soft px-1.5 py-[1px]"
                onClick={() => set(`${pattern ?? usual}-${text}`, "Pattern")}
              >
                {text}
              </Press>
            </dt>
            <dd className="text-soft">{says}</dd>
          </div>
        ))}
      </dl>
      <ul aria-label="Files of one picture" className="figures grid gap-0.5">
        {fileNames.map((name) => (
          <li key={name} className="wrap-anywhere">
            {name}
          </li>
        ))}
      </ul>
    </Group>
  );
}
