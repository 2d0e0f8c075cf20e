// Makes pages as people write them, from a number: containers in containers, laid out in every way that style sheets have, and pictures in
// them. The same number makes the same page.

/** Numbers that look random and are the same each time (mulberry32, public domain). */
function numbers(seed: number) {
  let state = seed >>> 0;
  return () => {
    state = (state + 0x6d2b79f5) >>> 0;
    let mixed = Math.imul(state ^ (state >>> 15), 1 | state);
    mixed = (mixed + Math.imul(mixed ^ (mixed >>> 7), 61 | mixed)) ^ mixed;
    return ((mixed ^ (mixed >>> 14)) >>> 0) / 4294967296;
  };
}

/** A page with a style sheet of its own. */
export function pageOf(seed: number): string {
  const random = numbers(seed);
  const whole = (from: number, to: number) => from + Math.floor(random() * (to - from + 1));
  const one = <T>(...of: T[]): T => of[whole(0, of.length - 1)] as T;
  const often = (share: number) => random() < share;
  const rules: string[] = [];
  let names = 0;

  /** A class with declarations, and now and then others on narrow windows. */
  function named(declarations: string[], narrow: string[] = []): string {
    const name = `${one("card", "wrap", "tile", "panel", "row", "box", "photo")}-${++names}`;
    rules.push(`.${name} { ${declarations.join("; ")} }`);
    if (narrow.length > 0) {
      const condition = one("(max-width: 700px)", "(width < 900px)", "screen and (max-width: 1000px)");
      rules.push(`@media ${condition} { .${name} { ${narrow.join("; ")} } }`);
    }
    return name;
  }

  const length = () =>
    one(
      `${whole(2, 40)}px`,
      `${whole(1, 3)}rem`,
      `${whole(1, 20) / 10}em`,
      `${whole(1, 8)}%`,
      "var(--gap)",
      "calc(1vw + 4px)",
    );
  const width = () =>
    one(
      `${whole(10, 100)}%`,
      `${whole(80, 700)}px`,
      `${whole(20, 90)}vw`,
      `min(100%, ${whole(200, 800)}px)`,
      `calc(100% - ${whole(10, 90)}px)`,
      `clamp(120px, ${whole(20, 60)}vw, 640px)`,
    );
  const words = () =>
    one(
      "A kite for light winds",
      "Sold out",
      "Four lines, two handles, one afternoon on the beach",
      "Delta",
      "Repairs while you wait",
    );

  function picture(): string {
    const [w, h] = one(
      [1600, 1200],
      [800, 600],
      [400, 300],
      [600, 900],
      [2400, 800],
      [120, 120],
      [3000, 2000],
      [150, 100],
    );
    const style = one(
      ["max-width: 100%", "height: auto"],
      ["width: 100%", "height: auto"],
      ["display: block", "width: 100%"],
      ["width: 100%", `aspect-ratio: ${one("16 / 9", "1", "4/3")}`, "object-fit: cover"],
      ["width: 100%", `height: ${whole(80, 400)}px`, "object-fit: cover"],
      [`width: ${width()}`],
      [`max-width: ${width()}`, `max-height: ${whole(60, 400)}px`],
      [`height: ${whole(40, 300)}px`],
      [],
      [
        "display: block",
        "margin: 0 auto",
        `padding: ${length()}`,
        `border: ${whole(0, 4)}px solid`,
        "max-width: 100%",
      ],
      ["max-width: 100%", "box-sizing: border-box", `padding: ${whole(0, 12)}px`],
      ["float: left", `width: ${whole(20, 50)}%`, `margin-right: ${length()}`],
    );
    const attributes = [
      `src="/img/${w}x${h}.png"`,
      often(0.5) ? `width="${w}" height="${h}"` : "",
      often(0.3)
        ? `srcset="/img/${w}x${h}.png ${w}w, /img/${w / 2}x${h / 2}.png ${w / 2}w" sizes="${one("100vw", "(max-width: 700px) 100vw, 50vw", "400px")}"`
        : "",
      style.length > 0 ? `class="${named(style, often(0.2) ? ["width: 100%"] : [])}"` : "",
      often(0.1) ? `style="width: ${whole(50, 400)}px"` : "",
    ];
    const image = `<img ${attributes.filter(Boolean).join(" ")} alt="">`;
    return one(
      image,
      image,
      image,
      `<a href="#">${image}</a>`,
      `<picture><source media="(min-width: 900px)" srcset="/img/${w}x${h / 2}.png">${image}</picture>`,
      `<figure>${image}<figcaption>${words()}</figcaption></figure>`,
      `<p>${words()} ${image}</p>`,
    );
  }

  const filled = (depth: number) => Array.from({ length: whole(1, 3) }, () => part(depth + 1)).join("\n");

  function block(depth: number): string {
    const style = [
      often(0.6) ? `padding: ${length()}` : "",
      often(0.4) ? `margin: ${length()} auto` : "",
      often(0.4) ? `max-width: ${whole(300, 1300)}px` : "",
      often(0.3) ? `width: ${width()}` : "",
      often(0.2) ? "box-sizing: border-box" : "",
      often(0.2) ? `font-size: ${one("14px", "1.2em", "90%", "large")}` : "",
      often(0.15) ? "overflow: hidden" : "",
      often(0.15) ? `border: ${whole(1, 5)}px solid` : "",
    ].filter(Boolean);
    const tag = one("div", "section", "article", "main", "figure", "blockquote", "li", "fieldset");
    return `<${tag} class="${named(style, often(0.3) ? [`padding: ${length()}`, "width: auto"] : [])}">${filled(depth)}</${tag}>`;
  }

  function flex(depth: number): string {
    const container = named(
      [
        "display: flex",
        often(0.5) ? `gap: ${length()}` : "",
        often(0.4) ? "flex-wrap: wrap" : "",
        often(0.3) ? `align-items: ${one("center", "flex-start", "stretch")}` : "",
        often(0.2) ? "justify-content: space-between" : "",
      ].filter(Boolean),
      often(0.5) ? ["flex-direction: column"] : [],
    );
    const items = Array.from({ length: whole(1, 4) }, () => {
      if (often(0.3)) return picture();
      const item = named([
        one(
          "flex: 1",
          "flex: 1 1 200px",
          `flex: 0 0 ${whole(10, 50)}%`,
          "flex: 2 1 0",
          `width: ${width()}`,
          "flex: none",
          "flex: 1 1 auto",
          "flex: 1; min-width: 0",
          `flex: 1; max-width: ${whole(100, 400)}px`,
        ),
        often(0.4) ? `padding: ${length()}` : "margin: 0",
      ]);
      return `<div class="${item}">${part(depth + 1)}</div>`;
    });
    return `<div class="${container}">${items.join("\n")}</div>`;
  }

  function grid(depth: number): string {
    const columns = one(
      "1fr 1fr",
      "repeat(3, 1fr)",
      "repeat(auto-fill, minmax(180px, 1fr))",
      "repeat(auto-fit, minmax(min(100%, 240px), 1fr))",
      "200px 1fr",
      "1fr minmax(0, 2fr)",
      "minmax(100px, 300px) 1fr",
      "repeat(4, minmax(0, 1fr))",
      "25% auto",
      "auto auto",
      "[full-start] 20px [main-start] 1fr [main-end] 20px [full-end]",
    );
    const container = named(
      [
        "display: grid",
        `grid-template-columns: ${columns}`,
        often(0.7) ? `gap: ${length()}` : "justify-items: stretch",
      ],
      often(0.5) ? ["grid-template-columns: 1fr"] : [],
    );
    const items = Array.from({ length: whole(1, 6) }, () => {
      if (often(0.4)) return picture();
      const item = named([
        often(0.15) ? "grid-column: span 2" : often(0.1) ? "grid-column: 1 / -1" : "min-width: 0",
        often(0.3) ? `padding: ${length()}` : "margin: 0",
      ]);
      return `<div class="${item}">${part(depth + 1)}</div>`;
    });
    return `<div class="${container}">${items.join("\n")}</div>`;
  }

  function shaped(): string {
    const [w, h] = one([1600, 1200], [600, 900]);
    const frame = named(
      one(
        ["position: relative", "padding-top: 56.25%"],
        ["position: relative", "aspect-ratio: 3 / 2", "overflow: hidden"],
        ["position: relative", `height: ${whole(100, 500)}px`],
        ["position: relative", "width: 50%", `height: ${whole(20, 60)}vh`],
      ),
    );
    const image = named(
      one(
        ["position: absolute", "inset: 0", "width: 100%", "height: 100%", "object-fit: cover"],
        ["position: absolute", "left: 0", "top: 0", "width: 100%", "height: 100%"],
        ["position: absolute", "right: 10px", "bottom: 10px", "width: 20%"],
      ),
    );
    return `<div class="${frame}"><img class="${image}" src="/img/${w}x${h}.png" alt=""></div>`;
  }

  const old = () =>
    one(
      `<center><table width="90%" cellpadding="4"><tr><td width="200">${picture()}</td><td>${words()}</td></tr></table></center>`,
      `<div style="columns: ${one("2", "3 180px", "220px")}; column-gap: ${length()}">${picture()}${picture()}${picture()}</div>`,
      `<ul>${picture()}<li>${picture()}</li></ul>`,
      `<div style="float: right; width: ${whole(20, 60)}%">${picture()}</div><p>${words()}</p><div style="clear: both"></div>`,
      `<div style="display: inline-block; width: ${width()}">${picture()}</div>`,
      `<button>${picture()}</button>`,
      `<img src="/img/400x300.png" align="left" hspace="8" border="2" alt=""><p>${words()}</p><br clear="all">`,
    );

  function part(depth: number): string {
    if (depth > 3) return often(0.7) ? picture() : `<p>${words()}</p>`;
    return one(
      block,
      flex,
      grid,
      () => shaped(),
      picture,
      picture,
      () => old(),
    )(depth);
  }

  const body = Array.from({ length: whole(3, 6) }, () => part(0)).join("\n");
  const reset = one(
    "",
    "* { box-sizing: border-box }",
    "img { max-width: 100%; height: auto }",
    "body { margin: 0 }",
    "img { max-width: 100%; display: block }",
  );
  return `<!doctype html>
<html lang="en"><head><meta charset="utf-8"><meta name="viewport" content="width=device-width"><title>Page ${seed}</title>
<style>
:root { --gap: ${whole(4, 24)}px; font-size: ${one("100%", "18px", "62.5%")} }
${reset}
${rules.join("\n")}
</style></head>
<body>
${body}
</body></html>
`;
}
