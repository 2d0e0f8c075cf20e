(() => {
  const px = (n) => Math.round(n * 100) / 100;
  const pictures = [];
  const add = (element, address, use, more) => {
    const box = element.getBoundingClientRect();
    const style = getComputedStyle(element);
    const less = (a, b) => ["padding", "border"].flatMap((of) => [a, b].map((side) => parseFloat(style.getPropertyValue(of + "-" + side + (of === "border" ? "-width" : ""))) || 0)).reduce((x, y) => x + y, 0);
    pictures.push({ address, use, width: px(box.width - less("left", "right")), height: px(box.height - less("top", "bottom")), x: px(box.x + scrollX), y: px(box.y + scrollY), isShown: element.checkVisibility(), ...more });
  };
  for (const image of document.images) {
    const address = image.currentSrc || image.src;
    add(image, address, "image", { alt: image.getAttribute("alt"), loading: image.loading, naturalWidth: image.naturalWidth, naturalHeight: image.naturalHeight, isComplete: image.complete });
  }
  for (const video of document.querySelectorAll("video[poster]")) add(video, video.poster, "poster", {});
  for (const element of document.querySelectorAll("*")) {
    for (const [, address] of getComputedStyle(element).backgroundImage.matchAll(/url\("([^"]+)"\)/g)) add(element, address, "background", {});
  }
  const page = { format: "measured-page", version: 1, address: location.href, title: document.title, viewport: { width: innerWidth, height: innerHeight, density: devicePixelRatio }, pictures };
  const link = document.createElement("a");
  link.href = URL.createObjectURL(new Blob([JSON.stringify(page, null, 1)], { type: "application/json" }));
  link.download = "measured-" + (location.hostname + location.pathname).replace(/[^a-z0-9]+/gi, "-").replace(/^-+|-+$/g, "") + "-" + innerWidth + ".json";
  link.click();
  return pictures.length + " pictures measured: drop the file that was saved into the site check.";
})();
