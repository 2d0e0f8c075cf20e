using NetVips;
using Pantomet.Core.Destinations;
using Pantomet.Core.Framing;
using Pantomet.Core.Measures;
using Pantomet.Core.Pictures;
using Pantomet.Core.Recipes;
using Pantomet.Core.Runs;
using Pantomet.Core.Sizing;
using Pantomet.Core.Treatments;
using Pantomet.Imaging.Rendering;
using Pantomet.Imaging.Sources;

namespace Pantomet.Imaging.Tests.Treatments;

/// <summary>Headlines on the demo's pictures in every shape that its destinations have, judged by their pixels and by an independent reader
/// of text (Debian's tesseract-ocr).</summary>
public sealed class HeadlinePixelsTests
{
    private const string Words = "Fresh winds for autumn";
    private const int Side = 480;

    private static readonly string[] Pictures =
    [
        "beach-morning.jpg", "dune-box-kite.jpg", "festival-panorama.jpg", "grey-archive.jpg", "hill-flight.jpg", "line-spools.jpg",
        "ribbon-tails-detail.jpg", "studio-delta.jpg", "winder-handle.jpg", "workbench-topdown.jpg",
    ];

    [Fact]
    public void It_lies_in_its_area_and_covers_neither_subject_nor_face_nor_zone_in_any_shape()
    {
        var (set, all) = (0, 0);
        Parallel.ForEach(Pictures, new ParallelOptions { MaxDegreeOfParallelism = 2 }, name =>
        {
            var (facts, proposal) = Probed(name);
            using var source = DecodedSource.Open(Demo.Source(name), facts);
            foreach (var (slot, recipe) in Shapes(facts, proposal, HeadlineStyle.Usual))
            {
                Interlocked.Increment(ref all);
                using var with = VariantPixels.Make(source, recipe, PictureFormat.Png);
                using var without = VariantPixels.Make(source, recipe with { Treatments = [] }, PictureFormat.Png);
                var headline = source.TreaterOf(recipe).Set!;
                var changed = Changed(with, without);
                if (headline.Found is not { } found)
                {
                    Assert.Equal(0, changed.Width);
                    Assert.Contains(source.TreaterOf(recipe).Findings, finding => finding.Id == "headline-does-not-fit");
                    continue;
                }

                Interlocked.Increment(ref set);
                var avoid = recipe.Treatments.OfType<Headline>().Single().Avoid;
                Assert.True(changed.Width > 0, $"{name} in {slot}: no pixel of the headline");
                Assert.True(
                    Holds(found.Place.Area.In(recipe.File), headline.Text),
                    $"{name} in {slot}: {headline.Text} is not in {found.Place.Area}");
                Assert.All(avoid, part => Assert.Equal(0, CoveredParts.Shared(headline.Text, Inside(part, recipe.File))));
                Assert.True(headline.Readable!.IsReached, $"{name} in {slot}: {headline.Readable.Contrasts?.Then}");
                if (headline.Readable.Change.Opacity == 0)
                    Assert.True(Holds(headline.Text, changed), $"{name} in {slot}: {changed} changed, and the text is {headline.Text}");
            }
        });
        Assert.True(all >= 180, $"{all} shapes and pictures");
        Assert.True(set >= all / 2, $"{set} of {all} have a headline");
    }

    [Fact]
    public void It_is_read_back_by_another_program()
    {
        using var folder = new TemporaryFolder();
        var (right, of) = (0, 0);
        foreach (var name in Pictures)
        {
            var (facts, proposal) = Probed(name);
            using var source = DecodedSource.Open(Demo.Source(name), facts);
            foreach (var (slot, recipe) in Shapes(facts, proposal, HeadlineStyle.Usual).Where((_, at) => at % 3 == 0))
            {
                using var made = VariantPixels.Make(source, recipe, PictureFormat.Png);
                var headline = source.TreaterOf(recipe).Set!;
                // A reader of print wants letters of print's size.
                if (headline.Found is null || headline.Size < 20)
                    continue;
                using var text = made.Crop(headline.Text.X, headline.Text.Y, headline.Text.Width, headline.Text.Height);
                using var room = text.Embed(12, 12, text.Width + 24, text.Height + 24, extend: Enums.Extend.Copy);
                var path = folder.Path($"{of}.png");
                room.Pngsave(path);
                var read = Tool.Run("tesseract", path, "stdout", "--psm", "6").ReplaceLineEndings(" ").Trim();
                var lost = Math.Min(Words.Length, Distance(read, Words));
                (right, of) = (right + Words.Length - lost, of + Words.Length);
            }
        }

        Assert.True(of >= 30 * Words.Length, $"{of / Words.Length} were read");
        Assert.True(right >= 0.95 * of, $"{right} of {of} letters are right");
    }

    [Fact]
    public void All_sizes_and_formats_of_a_shape_have_the_same_lines_in_the_same_place_and_colour()
    {
        var (facts, proposal) = Probed("beach-morning.jpg");
        var slot = Demo.Plain("5:2", PictureFormat.Png) with
        {
            Sizes = new SizeRule.Widths([1600, 1100, 401]),
            Treatments = new SlotTreatments(Headline: new SlotHeadline(Words, "", HeadlineStyle.Usual)),
        };
        var picture = Demo.Source(facts) with { Proposal = proposal };
        using var source = DecodedSource.Open(Demo.Source("beach-morning.jpg"), facts);
        var set = SlotPlan.For(slot, picture).Variants.Select(variant =>
        {
            var recipe = RecipeRules.For(picture, variant, slot);
            using var made = VariantPixels.Make(source, recipe, PictureFormat.Png);
            return source.TreaterOf(recipe).Set!;
        }).ToList();
        Assert.Equal(3, set.Count);
        Assert.All(set, one => Assert.Equal((set[0].Found, string.Join('|', set[0].Lines)), (one.Found, string.Join('|', one.Lines))));
        Assert.True(set[0].Size > 3 * set[2].Size, "Text is drawn at the size of its file.");
    }

    [Theory]
    [InlineData("طائرات ورقية")]
    [InlineData("עפיפונים")]
    [InlineData("पतंग")]
    [InlineData("ว่าว")]
    [InlineData("🪁")]
    [InlineData("a very long headline that nobody would set in so many words if it were not for trying what happens then, and more")]
    [InlineData("Donaudampfschifffahrtsgesellschaftskapitänsmützenabzeichen")]
    [InlineData("<b>&amp;</b> \u0007 {x}")]
    public void Whatever_it_says_it_is_set_or_its_finding_says_why(string text)
    {
        var slot = Demo.Plain("3:1", PictureFormat.Png, 900) with
        {
            Treatments = new SlotTreatments(Headline: new SlotHeadline(text, "", HeadlineStyle.Usual)),
        };
        var (facts, _) = Probed("beach-morning.jpg");
        using var source = DecodedSource.Open(Demo.Source("beach-morning.jpg"), facts);
        var recipe = RecipeRules.For(Demo.Source(facts), SlotPlan.For(slot, Demo.Source(facts)).Variants[0], slot);
        using var made = VariantPixels.Make(source, recipe, PictureFormat.Png);
        var headline = source.TreaterOf(recipe).Set!;
        if (headline.Found is null)
            Assert.Contains("would fit", Assert.Single(source.TreaterOf(recipe).Findings).Remedy, StringComparison.Ordinal);
        else
            Assert.True(headline.Text.Width > 10, "There are letters.");
    }

    private static (SourceFacts Facts, Core.Framing.Proposing.SubjectProposal Proposal) Probed(string name)
    {
        var probed = SourceProbe.Probe(Demo.Source(name), 300_000_000);
        return (probed.Facts, probed.Proposal);
    }

    // Every slot, and every tier of one, at a size that is quickly made.
    private static IEnumerable<(string Slot, RenderRecipe Recipe)> Shapes(
        SourceFacts facts, Core.Framing.Proposing.SubjectProposal proposal, HeadlineStyle style)
    {
        var source = Demo.Source(facts) with { Proposal = proposal };
        foreach (var slot in Demo.Destinations.SelectMany(destination => destination.Slots))
        {
            var worded = slot with { Treatments = new SlotTreatments(Headline: new SlotHeadline(Words, "", style)) };
            foreach (var place in PlacePlan.AllOf(worded, source).Where(place => place.Wanted.Count > 0))
            {
                var whole = place.Wanted[0];
                var scale = Math.Min(1, (double)Side / whole.File.ShortestSide);
                var size = new OutputSize(whole.File.Times(scale), whole.Picture.Times(scale), whole.Density);
                if (size.ShortBy(place.Crop.Size) > 0)
                    continue;
                var variant = new PlannedVariant(place.Tier, place.Crop.Area, place.Crop.Rotation, size, [PictureFormat.Png], "made");
                yield return ($"{slot.Id} {place.Tier}", RecipeRules.For(source, variant, worded));
            }
        }
    }

    private static PixelRect Changed(Image one, Image other)
    {
        using var difference = (one - other).Abs();
        var box = difference.FindTrim(threshold: 1, background: [.. Enumerable.Repeat(0.0, difference.Bands)]);
        return new PixelRect((int)box[0], (int)box[1], (int)box[2], (int)box[3]);
    }

    private static bool Holds(PixelRect whole, PixelRect part) =>
        part.X >= whole.X && part.Y >= whole.Y && part.Right <= whole.Right && part.Bottom <= whole.Bottom;

    // Whole pixels that lie in it altogether.
    private static PixelRect Inside(PicturePart part, PixelSize file)
    {
        var (left, top) = ((int)Math.Ceiling(part.X * file.Width), (int)Math.Ceiling(part.Y * file.Height));
        return new PixelRect(
            left, top, Math.Max(0, (int)((part.X + part.Width) * file.Width) - left),
            Math.Max(0, (int)((part.Y + part.Height) * file.Height) - top));
    }

    // Levenshtein 1966: letters to change, to leave out or to add.
    private static int Distance(string one, string other)
    {
        var row = Enumerable.Range(0, other.Length + 1).ToArray();
        for (var at = 1; at <= one.Length; at++)
        {
            var corner = row[0];
            row[0] = at;
            for (var to = 1; to <= other.Length; to++)
            {
                var least = Math.Min(Math.Min(row[to], row[to - 1]) + 1, corner + (one[at - 1] == other[to - 1] ? 0 : 1));
                (corner, row[to]) = (row[to], least);
            }
        }

        return row[^1];
    }
}
