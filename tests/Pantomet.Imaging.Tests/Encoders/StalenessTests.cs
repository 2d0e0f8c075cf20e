using Pantomet.Core.Destinations;
using Pantomet.Core.Measures;
using Pantomet.Core.Runs;
using Pantomet.Core.Sources;
using Pantomet.Imaging.Encoders;
using Pantomet.Imaging.Rendering;
using Pantomet.Imaging.Sources;

namespace Pantomet.Imaging.Tests.Encoders;

/// <summary>A variant is stale when its recipe is another one; that must be so exactly when its bytes would be others.</summary>
public sealed class StalenessTests : IDisposable
{
    private const int Edits = 60;

    private readonly TemporaryFolder folder = new();

    // Each changes a slot, a source or a framing; some of them change no file at all, or only some of its formats.
    private static readonly (string What, Func<Slot, Source, Random, (Slot Slot, Source Source)> Change)[] Changes =
    [
        ("names", (slot, source, random) => (slot with { Name = $"place {random.Next(100)}", NamePattern = new NamePattern("{stem}-{width}w-{height}h") }, source with { Stem = $"kite-{random.Next(100)}" })),
        ("group", (slot, source, random) => (slot, source with { Group = $"group-{random.Next(9)}" })),
        ("background", (slot, source, random) => (slot with { Background = new BackgroundColour((byte)random.Next(200), 90, 90) }, source)),
        ("fit", (slot, source, random) => (slot with { Fit = random.Next(2) == 0 ? Fit.Pad : Fit.Cover }, source)),
        ("transparency", (slot, source, _) => (slot with { Transparency = slot.KeepsTransparency ? TransparencyPolicy.Flattened : TransparencyPolicy.WhereItCan }, source)),
        ("metadata", (slot, source, random) => (slot with { Metadata = (MetadataPolicy)random.Next(3) }, source)),
        ("rights", (slot, source, random) => (slot, source with { Facts = source.Facts with { Rights = new RightsFields($"Wren {random.Next(9)}", "Galewright Kites") } })),
        ("description", (slot, source, random) => (slot, source with { Facts = source.Facts with { Description = $"A kite, {random.Next(9)}" } })),
        ("quality", (slot, source, random) => (slot with { Quality = new QualityRange(1, 40 + (10 * random.Next(5))) }, source)),
        ("wanted looks", (slot, source, random) => (slot with { Looks = slot.Looks with { Wanted = 70 + random.Next(9) } }, source)),
        ("sharpening", (slot, source, random) => (slot with { Sharpening = (Sharpening)random.Next(3) }, source)),
        ("ppi", (slot, source, random) => (slot with { Ppi = 72 * (1 + random.Next(4)) }, source)),
        ("subject", (slot, source, random) => (slot, source with { Framing = source.Framing with { Subject = new PixelRect(random.Next(200), random.Next(100), 60, 60) } })),
        ("shape", (slot, source, random) => (slot with { Shape = new Shape.Ratio(new AspectRatio(1 + random.Next(3), 1)) }, source)),
    ];

    public void Dispose() => folder.Dispose();

    [Theory]
    [InlineData("hill-flight.jpg", "500x")]
    [InlineData("studio-delta-cutout.png", "400x")]
    [InlineData("size-guide.png", "240x")]
    public void What_is_marked_stale_is_what_would_come_out_otherwise(string picture, string size)
    {
        var path = folder.Path(picture);
        Tool.Run("convert", Demo.Source(picture), "-resize", size, path);
        var facts = SourceProbe.Probe(path, 300_000_000).Facts;
        using var decoded = DecodedSource.Open(path, facts);
        var random = new Random(picture.Length);
        var slot = Demo.Plain("3:2", PictureFormat.Jpeg, 120) with
        {
            Sizes = new SizeRule.Widths([150, 90]),
            Formats = [PictureFormat.WebP, PictureFormat.Jpeg, PictureFormat.Png],
            Delivery = Delivery.Each,
            Quality = QualityRange.Usual,
        };
        var source = Demo.Source(facts);
        var made = Make(decoded, slot, source);
        for (var edit = 0; edit < Edits; edit++)
        {
            var (what, change) = Changes[edit % Changes.Length];
            (slot, source) = change(slot, source, random);
            var after = Make(decoded, slot, source);
            foreach (var (key, (recipe, file)) in after)
            {
                if (made.TryGetValue(key, out var before))
                    Assert.True(recipe == before.Recipe == file.AsSpan().SequenceEqual(before.File), $"{what}, edit {edit}: {key} is {(recipe == before.Recipe ? "not " : "")}marked stale, and that is wrong.");
            }

            made = after;
        }
    }

    private static Dictionary<string, (string Recipe, byte[] File)> Make(DecodedSource decoded, Slot slot, Source source) =>
        SlotPlan.For(slot, source).Variants.AsParallel().ToDictionary(
            variant => $"{variant.Size.File} {variant.Format}",
            variant =>
            {
                // What another format makes unneeded is made all the same, so that there are bytes to compare.
                var alone = variant with { Rival = null };
                return (new Recipe(source, alone, slot).Hash(), VariantMaker.Make(decoded.As(source.Facts), alone, slot).File);
            });
}
