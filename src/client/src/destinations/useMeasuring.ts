import { useCallback, useEffect, useRef, useState } from "react";
import { answer, api, type Rect, RequestProblem, type Schemas } from "../data/client";

/** A screenshot that is measured on: its bytes here for looking at, its pixels on the server for finding edges. */
export type Screenshot = { id: string; name: string; url: string; width: number; height: number };

const numberIn = (text: string): number | undefined =>
  text.trim() === "" ? undefined : Number(text.replace(",", "."));

/** What is drawn over a screenshot and what that measures. */
export function useMeasuring() {
  const [screenshot, setScreenshot] = useState<Screenshot>();
  const [area, setArea] = useState<Rect>();
  const [measured, setMeasured] = useState<Schemas["MeasuredAnswer"]>();
  const [density, setDensity] = useState("1");
  const [viewport, setViewport] = useState("");
  const [snaps, setSnaps] = useState(true);
  const [problem, setProblem] = useState<string>();
  const latest = useRef(0);

  const open = useCallback(async (file: File) => {
    const taken = await answer(
      api.POST("/api/screenshots", {
        body: file as never,
        bodySerializer: (body) => body as unknown as Blob,
        headers: { "Content-Type": "application/octet-stream" },
      }),
    ).catch((refused) => {
      throw refused instanceof Error ? new Error(`${file.name}: ${refused.message}`) : refused;
    });
    setScreenshot((old) => {
      if (old) URL.revokeObjectURL(old.url);
      return { ...taken, name: file.name, url: URL.createObjectURL(file) };
    });
    setArea(undefined);
    setMeasured(undefined);
    setProblem(undefined);
  }, []);

  const measure = useCallback(
    async (drawn: Rect, snapping: boolean, reach = 10) => {
      if (!screenshot || drawn.width < 1 || drawn.height < 1) return;
      const turn = ++latest.current;
      const shown = numberIn(viewport);
      try {
        const result = await answer(
          api.POST("/api/screenshots/{id}/measure", {
            params: { path: { id: screenshot.id } },
            body: {
              area: drawn,
              snaps: snapping,
              reach,
              ...(shown === undefined ? { density: numberIn(density) ?? null } : { viewport: shown }),
            } as Schemas["Measurement"],
          }),
        );
        if (turn !== latest.current) return;
        setMeasured(result);
        setArea(result.area);
        setProblem(undefined);
      } catch (refused) {
        if (turn === latest.current)
          setProblem(refused instanceof RequestProblem ? refused.message : String(refused));
      }
    },
    [screenshot, density, viewport],
  );

  // Another density means other CSS px for the same rectangle.
  // biome-ignore lint/correctness/useExhaustiveDependencies: the rectangle itself is measured when it is drawn
  useEffect(() => {
    if (area) void measure(area, false);
  }, [density, viewport]);

  const nudge = (dx: number, dy: number, grows: boolean) => {
    if (!screenshot) return;
    const middle: Rect = {
      x: Math.round(screenshot.width * 0.35),
      y: Math.round(screenshot.height * 0.35),
      width: Math.round(screenshot.width * 0.3),
      height: Math.round(screenshot.height * 0.3),
    };
    // The first key puts a rectangle there to begin with.
    const moved = !area
      ? middle
      : grows
        ? { ...area, width: area.width + dx, height: area.height + dy }
        : { ...area, x: area.x + dx, y: area.y + dy };
    if (moved.x < 0 || moved.y < 0 || moved.width < 1 || moved.height < 1) return;
    if (moved.x + moved.width > screenshot.width || moved.y + moved.height > screenshot.height) return;
    setArea(moved);
    void measure(moved, false);
  };

  return {
    screenshot,
    area,
    measured,
    density,
    viewport,
    snaps,
    problem,
    open,
    setSnaps,
    setViewport,
    setDensity: (text: string) => {
      setViewport("");
      setDensity(text);
    },
    draw: setArea,
    drawn: (reach: number) => area && void measure(area, snaps, reach),
    snap: () => area && void measure(area, true),
    nudge,
  };
}
