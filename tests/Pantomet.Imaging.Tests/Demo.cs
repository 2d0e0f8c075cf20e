using Pantomet.Core.Destinations;
using Pantomet.Core.Framing;
using Pantomet.Core.Measures;
using Pantomet.Core.Pictures;
using Pantomet.Core.Sources;

namespace Pantomet.Imaging.Tests;

/// <summary>The demo's pictures, and the destinations to check against, as they lie in the repository.</summary>
internal static class Demo
{
    public static string Folder { get; } = Path.Combine(Repository.Root, "demo");

    public static Source Source(SourceFacts facts, string stem = "kite") =>
        new(SourceId.FromHash(new byte[32]), facts, stem, 1, default, SourceFraming.None, null);

    public static SourceFacts Photograph(PixelSize size) => new(
        size, PictureFormat.Jpeg, ColourModel.Rgb, "sRGB", 8, false, 1, 1, ContentKind.Photograph, RightsFields.None, "", "", false);

    public static string Source(string fileName) => Path.Combine(Folder, "sources", fileName);

    public static IReadOnlyList<string> SourceFiles { get; } =
        [.. Directory.EnumerateFiles(Path.Combine(Folder, "sources")).Where(path => !path.EndsWith(".md", StringComparison.Ordinal))
            .Order(StringComparer.Ordinal)];

    public static IReadOnlyList<Destination> Destinations { get; } =
        [.. Directory.EnumerateFiles(Path.Combine(Repository.Root, "tests", "destinations"), "*.json").Order(StringComparer.Ordinal)
            .Select(path => DestinationReader.Read(File.ReadAllText(path)).Destination!)];

    public static Slot Slot(string id) => Destinations.SelectMany(destination => destination.Slots).Single(slot => slot.Id == id);

    /// <summary>A slot that asks for one size in one format and nothing else.</summary>
    public static Slot Plain(string shape, PictureFormat format, int? width = null)
    {
        Assert.True(Shape.TryParse(shape, out var parsed));
        return new Slot(
            "test.slot", "test", parsed, Fit.Cover, SrgbColour.White, width is { } px
                ? new SizeRule.Widths([px])
                : new SizeRule.FromShape(), [], [format], Delivery.One,
            FileLimits.None, new QualityRange(95, 95), ColourPolicy.Srgb, MetadataPolicy.Rights, TransparencyPolicy.WhereItCan, [],
            NamePattern.Usual);
    }
}
