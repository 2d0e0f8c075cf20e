using System.Globalization;
using System.Text.Encodings.Web;
using Pantomet.Core.Destinations;
using Pantomet.Core.Proof.Markup;

namespace Pantomet.Core.Proof.Pages;

/// <summary>A model page as HTML. The shop and all that is said of it are invented.</summary>
public static class PageDocument
{
    /// <summary>The class of the element that the picture in question fills.</summary>
    public const string PictureClass = "proof";

    /// <summary>The class of the text over a picture.</summary>
    public const string TextClass = "over";

    private const string Shop = "Galewright Kites";
    private const string Style =
        "body{margin:0;font:16px/1.55 'Archivo Variable',sans-serif;color:#1b232c}" +
        "header{display:flex;justify-content:space-between;gap:16px;padding:14px 16px;font-size:15px}header b{font-size:17px}" +
        "header span{color:#5b6671}picture{display:contents}img{display:block;width:100%;height:auto}" +
        "h1{font-size:clamp(24px,4vw,44px);line-height:1.15;margin:0 0 12px}h2{font-size:17px;margin:10px 0 2px}p{margin:0 0 14px}" +
        ".text{max-width:680px;margin:24px auto;padding:0 16px}.column{margin:0 auto}.stage{position:relative}" +
        ".list{display:flex;flex-wrap:wrap;justify-content:center;gap:24px 2vw;padding:8px 0}.list p{color:#5b6671;font-size:14px}" +
        ".beside{display:flex;flex-wrap:wrap;gap:24px;align-items:flex-start}.beside .text{flex:1 1 260px;margin:8px 0}" +
        ".shade,.covered{position:absolute}.shade{inset:0}.over{position:absolute;left:6%;right:34%;top:50%;transform:translateY(-50%)}" +
        ".over p{margin:0;font-size:clamp(14px,1.6vw,19px)}.letter{max-width:600px;margin:0 auto;padding:8px 0 24px}" +
        ".letter .text{margin:18px 0}.frame{display:flex;flex-direction:column;align-items:center;padding:24px 0}" +
        ".frame .stage{max-width:100%}.covered{background:repeating-linear-gradient(135deg,#17212ecc 0 6px,#17212e99 6px 12px);" +
        "color:#fff;font-size:11px;display:flex;align-items:center;justify-content:center;text-align:center;overflow:hidden}" +
        ".cut{background:#fffffff2;color:#1b232c}@media(max-width:560px){.over{right:6%}}";

    private static readonly (string Name, string Price)[] Goods =
    [
        ("Red diamond", "38.00"), ("Box kite", "64.00"), ("Winder, 60 m", "18.50"), ("Delta, two lines", "92.00"),
        ("Ribbon tails", "9.00"), ("Beach spool", "14.00"), ("Panorama of the fair", "22.00"), ("Workshop day", "55.00"),
    ];

    /// <summary>Writes it.</summary>
    /// <param name="pictures">The one in question first; as many as the page has room for.</param>
    /// <param name="trial">What is tried on it.</param>
    public static string Of(IReadOnlyList<PagePicture> pictures, PageTrial trial)
    {
        var seen = pictures.Select(picture => picture.SeenDenser(trial.TimesDenser)).ToList();
        var widths = ShownWidth.Css(pictures[0], ".place");
        return "<!doctype html>\n<html lang=\"en\">\n<head>\n<meta charset=\"utf-8\">\n" +
            $"<meta name=\"viewport\" content=\"width=device-width\">\n<title>{Shop}</title>\n" +
            $"<style>\n{Style}\n{widths}body{{background:{trial.Ground}}}\n</style>\n</head>\n<body>\n" +
            $"<header><b>{Shop}</b><span>Kites · Line · Repairs</span></header>\n{Body(seen, trial)}</body>\n</html>\n";
    }

    private static string Body(List<PagePicture> pictures, PageTrial trial) => trial.Page switch
    {
        ModelPage.ProductList => $"<div class=\"list\">\n{string.Concat(pictures.Select(Listed))}</div>\n",
        ModelPage.Product or ModelPage.TwoColumns => $"<div class=\"beside\">\n{Stage(pictures[0], trial, false)}{Words(trial)}</div>\n",
        ModelPage.Header => $"{Stage(pictures[0], trial, true)}{Words(trial with { Headline = "This season" })}",
        ModelPage.Frame => $"<div class=\"frame\">\n{Framed(pictures[0])}</div>\n",
        ModelPage.Newsletter =>
            $"<div class=\"letter\">\n{string.Concat(pictures.Select((one, at) => Stage(one, trial, false, at) + Words(trial)))}</div>\n",
        _ => $"{Stage(pictures[0], trial, false)}{Words(trial)}",
    };

    private static string Listed(PagePicture picture, int at)
    {
        var (name, price) = Goods[at % Goods.Length];
        var stage = at == 0 ? $"stage {PictureClass}" : "stage";
        return $"<div class=\"place\">\n<div class=\"{stage}\">\n{PictureElement.Of(picture)}</div>\n" +
            $"<h2>{name}</h2><p>{price}</p>\n</div>\n";
    }

    private static string Stage(PagePicture picture, PageTrial trial, bool hasText, int at = 0)
    {
        var shade = trial.Opacity > 0
            ? string.Create(
                CultureInfo.InvariantCulture,
                $"<div class=\"shade\" style=\"background:{trial.Overlay};opacity:{trial.Opacity:0.###}\"></div>\n")
            : "";
        var over = hasText
            ? $"<div class=\"{TextClass}\" style=\"color:{trial.Text}\"><h1>{Headline(trial)}</h1><p>{Paragraph(trial)}</p></div>\n"
            : "";
        var inQuestion = at == 0 ? $" {PictureClass}" : "";
        return $"<div class=\"place column stage{inQuestion}\">\n{PictureElement.Of(picture)}{shade}{over}</div>\n";
    }

    private static string Words(PageTrial trial) =>
        $"<div class=\"text\"><h1>{Headline(trial)}</h1><p>{Paragraph(trial)}</p>" +
        "<p>Every seam is sewn twice, and every spar can be had singly.</p></div>\n";

    private static string Framed(PagePicture picture) =>
        $"<div class=\"place stage {PictureClass}\">\n{PictureElement.Of(picture)}" +
        $"{string.Concat(picture.Slot.KeepClear.Select(Covered))}</div>\n" +
        $"<div class=\"text\"><h2>{Shop}</h2><p>Kites for every wind, made by hand.</p></div>\n";

    // CSS Masking 1: what an ellipse leaves of a rectangle is painted, by the rule of even and odd crossings of a ring.
    private static string Covered(KeepClearZone zone)
    {
        var form = zone.Form switch
        {
            ZoneForm.Ellipse => ";border-radius:50%",
            ZoneForm.OutsideEllipse =>
                ";-webkit-mask:radial-gradient(closest-side,#0000 99.5%,#000);mask:radial-gradient(closest-side,#0000 99.5%,#000)",
            _ => "",
        };
        var cut = zone.Form == ZoneForm.OutsideEllipse ? " cut" : "";
        return string.Create(
            CultureInfo.InvariantCulture,
            $"<div class=\"covered{cut}\" style=\"left:{zone.X * 100:0.###}%;top:{zone.Y * 100:0.###}%;width:{zone.Width * 100:0.###}%;" +
            $"height:{zone.Height * 100:0.###}%{form}\">{(cut.Length > 0 ? "" : Text(zone.Name))}</div>\n");
    }

    private static string Headline(PageTrial trial) => Text(trial.Headline.Length > 0 ? trial.Headline : "Let it pull");

    private static string Paragraph(PageTrial trial) =>
        Text(trial.Paragraph.Length > 0 ? trial.Paragraph : "Kites for light winds and strong ones, cut and sewn above the beach.");

    private static string Text(string text) => HtmlEncoder.Default.Encode(text);
}
