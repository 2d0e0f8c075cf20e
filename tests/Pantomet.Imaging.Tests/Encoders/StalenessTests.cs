using Pantomet.Core.Destinations;
using Pantomet.Core.Measures;
using Pantomet.Core.Runs;
using Pantomet.Core.Sources;
using Pantomet.Core.Weight;
using Pantomet.Imaging.Encoders;
using Pantomet.Imaging.Rendering;
using Pantomet.Imaging.Sources;

namespace Pantomet.Imaging.Tests.Encoders;

/// <summary>A variant is stale when its recipe is another one; that must be so exactly when its bytes would be others.</summary>
public sealed class StalenessTests : IDisposable
{
    private const int Edits = 75;

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
        ("cap", (slot, source, random) => (slot with { Limits = slot.Limits with { Most = random.Next(4) switch { 0 => null, 1 => new ByteCount(2_500), var caps => new ByteCount(100_000 * caps) } } }, source)),
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
        var cap = Cap(slot);
        for (var edit = 0; edit < Edits; edit++)
        {
            var (what, change) = Changes[edit % Changes.Length];
            (slot, source) = change(slot, source, random);
            var after = Make(decoded, slot, source);
            var caps = new[] { Cap(slot), cap };
            cap = Cap(slot);
            foreach (var (key, now) in after)
            {
                // What no file could be made of has none that could be out of date.
                if (!made.TryGetValue(key, out var before) || !now.File.IsGood || !before.File.IsGood)
                    continue;
                // Just under a cap it is not known whether the cap had a part in it.
                if (what == "cap" && caps.Any(most => before.File.File.Length <= most && before.File.File.Length >= WeightGoal.LeastUnder(new ByteCount(most))))
                    continue;
                var isCurrent = now.Recipes.AreMetBy(before.Remembered, before.File.File.Length);
                Assert.True(isCurrent == now.File.File.AsSpan().SequenceEqual(before.File.File), $"{what}, edit {edit}: {key} is {(isCurrent ? "not " : "")}marked stale, and that is wrong: {before.File.Encoding}, {before.File.File.Length} bytes, then {now.File.Encoding}, {now.File.File.Length} bytes; {slot.Limits}.");
            }

            made = after;
        }
    }

    private static long Cap(Slot slot) => slot.Limits.Most?.Bytes ?? long.MaxValue / 2;

    private static Dictionary<string, Made> Make(DecodedSource decoded, Slot slot, Source source) =>
        SlotPlan.For(slot, source).Variants.AsParallel().ToDictionary(
            variant => $"{variant.Size.File} {variant.Format}",
            variant =>
            {
                // What another format makes unneeded is made all the same, so that there are bytes to compare.
                var alone = variant with { Rival = null };
                var recipes = VariantRecipes.Of(source, alone, slot);
                var file = Making.Of(decoded.As(source.Facts), alone, slot);
                return new Made(recipes, recipes.Of(file.File.Length, file.IsFreeOfCap), file);
            });

    private sealed record Made(VariantRecipes Recipes, string Remembered, MadeFile File);
}
