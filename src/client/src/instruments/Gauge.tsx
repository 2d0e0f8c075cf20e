const inset = 4;
const divisions = 20;

/** What a gauge marks besides its value; all in the value's own unit. */
export type GaugeMarks = {
  floor?: number | undefined;
  aim?: readonly [number, number] | undefined;
  cap?: number | undefined;
};

/** The right end of the graduation: a little beyond everything that is marked. */
export function gaugeEnd(value: number, { floor, aim, cap }: GaugeMarks): number {
  const furthest = Math.max(cap ?? 0, aim?.[1] ?? 0, floor ?? 0);
  return furthest > 0 ? furthest * 1.25 : Math.max(value, 1) * 1.25;
}

/** A horizontal graduated bar with floor, aim band and cap in brass, and a needle at the value. */
export function Gauge({
  value,
  label,
  marks,
  end = gaugeEnd(value ?? 0, marks),
  good = true,
  width = 150,
}: {
  value: number | undefined;
  label: string;
  marks: GaugeMarks;
  end?: number;
  good?: boolean;
  width?: number;
}) {
  const height = 20;
  const axis = height - 7;
  const at = (amount: number) => inset + ((width - 2 * inset) * Math.min(Math.max(amount, 0), end)) / end;
  const ticks = Array.from(
    { length: divisions + 1 },
    (_, index) => `M${at((end * index) / divisions).toFixed(1)} ${axis}v${index % 5 ? -3 : -6}`,
  );
  return (
    <svg
      role="img"
      aria-label={label}
      width={width}
      height={height}
      viewBox={`0 0 ${width} ${height}`}
      className="block max-w-full"
    >
      <title>{label}</title>
      <path
        d={`M${inset} ${axis}h${width - 2 * inset}${ticks.join("")}`}
        stroke="var(--color-soft)"
        strokeWidth=".8"
        fill="none"
      />
      {marks.aim && (
        <rect
          x={at(marks.aim[0])}
          y={axis + 1}
          width={at(marks.aim[1]) - at(marks.aim[0])}
          height="4"
          fill="var(--color-brass-fill)"
        />
      )}
      {marks.floor !== undefined && (
        <path d={`M${at(marks.floor)} 1v${height - 5}`} stroke="var(--color-brass)" strokeDasharray="2 2" />
      )}
      {marks.cap !== undefined && (
        <path d={`M${at(marks.cap)} 0v${height - 2}`} stroke="var(--color-brass)" strokeWidth="2" />
      )}
      {value !== undefined && (
        <path
          d={`M${at(value).toFixed(1)} ${axis - 1}l-4 -8h8z`}
          fill={good ? "var(--color-ink)" : "var(--color-stop)"}
        />
      )}
    </svg>
  );
}
