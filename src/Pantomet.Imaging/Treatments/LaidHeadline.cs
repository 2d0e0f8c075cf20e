using NetVips;
using Pantomet.Core.Measures;
using Pantomet.Core.Treatments;
using Pantomet.Imaging.Lettering;

namespace Pantomet.Imaging.Treatments;

/// <summary>A headline as it is laid over files of one size.</summary>
/// <param name="Text">The rectangle of its letters.</param>
/// <param name="At">The rectangle of what is laid: letters, and what lies beneath them.</param>
/// <param name="Pixels">Red, green, blue, opacity of each pixel of it.</param>
/// <param name="Size">Of the font, in pixels.</param>
/// <param name="Readable">Whether it can be read, and what lies beneath for it.</param>
internal sealed record LaidHeadline(PixelRect Text, PixelRect At, byte[] Pixels, double Size, ToneFound Readable)
{
    // Around the letters, in em. Common practice, no source.
    private const double BandPadding = 0.35;
    private const double ShadowReach = 0.3;
    private const double ShadowSoftness = 0.07;

    private const double Smallest = 4;

    /// <summary>Lays it over a picture.</summary>
    /// <param name="picture">The first of the files.</param>
    /// <param name="setting">Says where.</param>
    /// <param name="tells">Whether somebody asks how large the contrast is.</param>
    public static LaidHeadline On(PlainColours picture, HeadlineSetting setting, bool tells)
    {
        var (found, style) = (setting.Found!, setting.Headline.Style);
        var file = new PixelSize(picture.Colour.Width, picture.Colour.Height);
        var area = found.Place.Area.In(file);
        var (letters, size) = Drawn(setting, area.Size, found.Place.Text.Size * file.Height);
        using (letters)
        {
            var (left, above) = Anchors.Of(found.Place.Anchor);
            var text = new PixelRect(
                area.X + (int)((area.Width - letters.Width) * left), area.Y + (int)((area.Height - letters.Height) * above), letters.Width,
                letters.Height);
            var under = PicturePart.Of(text, file);
            var demand = setting.DemandOf(found.Colour);
            var ground = TextGround.Of(picture, under);
            var readable = ToneRule.Least(ground, demand);
            if (tells)
                readable = ToneRule.Told(readable, ground, demand);
            if (!readable.IsReached)
            {
                var tone = new Tone(demand, under, null);
                readable = readable with { Remedies = ToneRemedies.Of(part => TextGround.Of(picture, part), tone) };
            }

            var change = readable.Change;
            var padding = change.Opacity == 0 ? 0 : (int)Math.Ceiling(size * (style.Help == HeadlineHelp.Band ? BandPadding : ShadowReach));
            var at = Grown(text, padding, file);
            using var spread = letters.Embed(text.X - at.X, text.Y - at.Y, at.Width, at.Height);
            using var over = change.Opacity == 0 ? spread.Copy() : WithGround(spread, style.Help, change, size);
            return new LaidHeadline(text, at, over.WriteToMemory<byte>(), size, readable);
        }
    }

    // Hinting and what words do to each other make a line a little wider or narrower than its words were.
    private static (Image Letters, double Size) Drawn(HeadlineSetting setting, PixelSize area, double size)
    {
        var raster = new TextRaster(setting.Typeface);
        while (true)
        {
            var letters = raster.Draw(setting.Text, size, setting.Found!.Colour, setting.Align);
            var over = Math.Max((double)letters.Width / area.Width, (double)letters.Height / area.Height);
            if (over <= 1)
                return (letters, size);
            if (size < Smallest)
            {
                using (letters)
                    return (letters.Crop(0, 0, Math.Min(letters.Width, area.Width), Math.Min(letters.Height, area.Height)), size);
            }

            letters.Dispose();
            size *= Math.Min(0.98, 1 / over);
        }
    }

    private static Image WithGround(Image letters, HeadlineHelp help, ToneChange change, double size)
    {
        using var mask = help == HeadlineHelp.Band ? Full(letters) : Around(letters, size);
        using var thinned = mask * (change.Opacity / 100.0);
        using var opacity = thinned.Cast(Enums.BandFormat.Uchar);
        var colour = change.Overlay;
        using var plain = opacity.NewFromImage(colour.Red, colour.Green, colour.Blue);
        using var ground = plain.Copy(interpretation: Enums.Interpretation.Srgb).Bandjoin(opacity);
        using var both = ground.Composite2(letters, Enums.BlendMode.Over);
        return both.Cast(Enums.BandFormat.Uchar);
    }

    private static Image Full(Image letters)
    {
        using var alpha = letters[3];
        return alpha.NewFromImage(255);
    }

    // Full beneath the letters and a little around them, then soft.
    private static Image Around(Image letters, double size)
    {
        using var alpha = letters[3];
        using var near = alpha.Gaussblur(Math.Max(0.5, ShadowSoftness * size));
        using var strong = near * 6;
        using var full = strong.Cast(Enums.BandFormat.Uchar);
        using var soft = full.Gaussblur(Math.Max(0.5, ShadowSoftness * size / 2));
        using var either = (soft > alpha).Ifthenelse(soft, alpha);
        return either.Cast(Enums.BandFormat.Uchar);
    }

    private static PixelRect Grown(PixelRect at, int by, PixelSize file)
    {
        var (left, top) = (Math.Max(0, at.X - by), Math.Max(0, at.Y - by));
        return new PixelRect(
            left, top, Math.Min(file.Width, (int)at.Right + by) - left, Math.Min(file.Height, (int)at.Bottom + by) - top);
    }
}
