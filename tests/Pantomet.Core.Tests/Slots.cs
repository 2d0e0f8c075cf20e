using Pantomet.Core.Destinations;
using Pantomet.Core.Framing;
using Pantomet.Core.Measures;
using Pantomet.Core.Pictures;
using Pantomet.Core.Sources;

namespace Pantomet.Core.Tests;

/// <summary>Slots and sources for tests, ordinary in everything that a test does not say.</summary>
internal static class Slots
{
    public static Slot Of(
        string shape, SizeRule? sizes = null, Fit fit = Fit.Cover, FileLimits? limits = null, params PictureFormat[] formats)
    {
        Assert.True(Shape.TryParse(shape, out var parsed));
        return new Slot(
            "test.slot", "test slot", parsed, fit, SrgbColour.White, sizes ?? new SizeRule.FromShape(), [], formats.Length > 0
                ? formats
                : [PictureFormat.Jpeg],
            Delivery.One, limits ??
                FileLimits.None, QualityRange.Default, ColourPolicy.Srgb, MetadataPolicy.Rights, TransparencyPolicy.WhereItCan, [],
                    NamePattern.Usual);
    }

    public static SourceFacts Photograph(int width, int height) => new(
        new PixelSize(width, height), PictureFormat.Jpeg, ColourModel.Rgb, "sRGB", 8, false, 1, 1, ContentKind.Photograph,
        RightsFields.None, "", "", false);

    public static Source Source(SourceFacts facts, string stem = "kite") =>
        new(SourceId.FromHash(new byte[32]), facts, stem, 7, new DateOnly(2026, 11, 23), SourceFraming.None, null);

    /// <summary>The source with a crop set by hand.</summary>
    public static Source WithHand(this Source source, Slot slot, PixelRect crop, string? tier = null) =>
        source with { Framing = new FramingChange.Crop(slot, tier, new HandFraming(crop)).ApplyTo(source.Framing) };

    /// <summary>The source with a subject that somebody confirmed.</summary>
    public static Source WithSubject(this Source source, PixelRect? subject, PixelPoint? focus = null) =>
        source with { Framing = new FramingChange.Decide(subject, focus).ApplyTo(source.Framing) };
}
