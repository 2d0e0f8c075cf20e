using Pantomet.Core.Measures;
using Pantomet.Core.Sources;

namespace Pantomet.Core.Destinations;

/// <summary>Reads one slot, adding to the list of problems.</summary>
internal static class SlotReader
{
    private const int MostWidths = 40;

    public static Slot? Read(SlotDocument slot, string at, List<DocumentProblem> problems)
    {
        var before = problems.Count;
        void Check(bool holds, string field, string sentence)
        {
            if (!holds)
                problems.Add(new DocumentProblem($"{at}.{field}", sentence));
        }

        Check(DestinationReader.IsId(slot.Id), "id", "An id is lower-case letters and digits in words joined by hyphens or dots, at most 80 characters.");
        Check(slot.Name.Trim().Length is >= 1 and <= 80, "name", "A name has 1 to 80 characters.");
        Check(Shape.TryParse(slot.Shape, out var shape), "shape", "A shape is a ratio (16:9), a pixel size (851x315), a range of ratios (4:5..16:9) or free.");
        Check(BackgroundColour.TryParse(slot.Background ?? "#ffffff", out var background), "background", "A background is a colour such as #ffffff.");

        var formats = new List<PictureFormat>();
        foreach (var name in slot.Formats)
        {
            var known = Enum.TryParse<PictureFormat>(name, ignoreCase: true, out var format) && !int.TryParse(name, out _) && format.IsWritten();
            Check(known, "formats", $"\"{name}\" is not a format that can be made. Use avif, webp, jpeg, png or tiff.");
            if (known)
                formats.Add(format);
        }

        Check(slot.Formats.Count > 0, "formats", "A slot needs at least one format.");
        Check(formats.Distinct().Count() == formats.Count, "formats", "A format is listed twice.");

        var sizes = ReadSizes(slot, shape, Check);
        var limits = ReadLimits(slot.Limits, Check);
        var quality = new QualityRange(slot.Quality?.Floor ?? QualityRange.Usual.Floor, slot.Quality?.Ceiling ?? QualityRange.Usual.Ceiling);
        Check(quality is { Floor: >= 1, Ceiling: <= 100 } && quality.Floor <= quality.Ceiling, "quality", "Quality goes from 1 to 100, and the floor is not above the ceiling.");

        var pattern = slot.FileName ?? NamePattern.Usual.Text;
        Check(NamePattern.IsValid(pattern), "fileName", "A name pattern has {stem}, and besides it only {slot}, {width}, {height}, lower-case letters, digits and hyphens.");
        foreach (var zone in slot.KeepClear ?? [])
            Check(IsInside(zone), "keepClear", $"The zone \"{zone.Name}\" must lie inside the picture: fractions from 0 to 1.");

        var fit = slot.Fit ?? Fit.Cover;
        Check(fit == Fit.Cover || shape is not Shape.Free, "fit", "A free shape is the picture's own: there is nothing to contain or to pad. Use cover.");
        return problems.Count > before ? null : new Slot(
            slot.Id, slot.Name.Trim(), shape, fit, background, sizes, formats, slot.Deliver ?? Delivery.One,
            limits, quality, slot.Colour ?? ColourPolicy.Srgb, slot.Metadata ?? MetadataPolicy.Rights,
            slot.Transparency ?? true, slot.KeepClear ?? [], new NamePattern(pattern));
    }

    private static SizeRule ReadSizes(SlotDocument slot, Shape shape, Action<bool, string, string> check)
    {
        bool Side(int px) => px is >= 1 and <= SizeRule.MostPixelsPerSide;
        const string sideSentence = "A side has 1 to 16,383 px.";
        if (shape is Shape.Exact)
        {
            check(slot.Sizes is null, "sizes", "The shape already says the size in pixels. Leave the sizes out, or give the shape as a ratio.");
            return new SizeRule.FromShape();
        }

        switch (slot.Sizes)
        {
            case { Widths: { } widths, LongestSide: null, ShortestSide: null, AllPixels: null }:
                check(widths.Count is >= 1 and <= MostWidths, "sizes.widths", $"A width ladder has 1 to {MostWidths} widths.");
                check(widths.All(Side), "sizes.widths", sideSentence);
                check(widths.Distinct().Count() == widths.Count, "sizes.widths", "A width is listed twice.");
                return new SizeRule.Widths([.. widths.OrderDescending()]);
            case { Widths: null, LongestSide: { } longest, ShortestSide: null, AllPixels: null }:
                check(Side(longest), "sizes.longestSide", sideSentence);
                return new SizeRule.LongestSide(longest);
            case { Widths: null, LongestSide: null, ShortestSide: { } shortest, AllPixels: null }:
                check(Side(shortest), "sizes.shortestSide", sideSentence);
                return new SizeRule.ShortestSide(shortest);
            case { Widths: null, LongestSide: null, ShortestSide: null, AllPixels: true }:
                return new SizeRule.AllPixels();
            default:
                check(false, "sizes", "Say exactly one of widths, longestSide, shortestSide, or allPixels: true.");
                return new SizeRule.AllPixels();
        }
    }

    private static FileLimits ReadLimits(LimitsDocument? limits, Action<bool, string, string> check)
    {
        if (limits is null)
            return FileLimits.None;
        check(limits.MostBytes is null or > 0, "limits.mostBytes", "The most bytes must be above 0.");
        check(limits.FewestBytes is null or > 0, "limits.fewestBytes", "The fewest bytes must be above 0.");
        check(limits.AimBytes is null or { Count: 2 }, "limits.aimBytes", "The bytes aimed at are two numbers: the least and the most.");
        var aim = limits.AimBytes is [var least, var most] ? new AimBand(new ByteCount(least), new ByteCount(most)) : null;
        check(aim is null || (aim.Least.Bytes > 0 && aim.Least <= aim.Most), "limits.aimBytes", "The least of the bytes aimed at must be above 0 and not above the most.");
        check(aim is null || limits.MostBytes is null || aim.Most.Bytes <= limits.MostBytes, "limits.aimBytes", "The bytes aimed at reach above the most bytes allowed.");
        check(limits.FewestBytes is null || limits.MostBytes is null || limits.FewestBytes <= limits.MostBytes, "limits.fewestBytes", "The fewest bytes are above the most bytes.");
        return new FileLimits(limits.MostBytes is { } cap ? new ByteCount(cap) : null, aim, limits.FewestBytes is { } fewest ? new ByteCount(fewest) : null);
    }

    private static bool IsInside(KeepClearZone zone)
    {
        static bool Fraction(double value) => value is >= 0 and <= 1;
        return Fraction(zone.X) && Fraction(zone.Y) && zone is { Width: > 0, Height: > 0 } && zone.X + zone.Width <= 1 + 1e-9 && zone.Y + zone.Height <= 1 + 1e-9;
    }
}
