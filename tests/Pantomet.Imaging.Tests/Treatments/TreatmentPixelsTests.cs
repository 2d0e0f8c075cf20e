using System.Globalization;
using NetVips;
using Pantomet.Core.Destinations;
using Pantomet.Core.Measures;
using Pantomet.Core.Pictures;
using Pantomet.Core.Recipes;
using Pantomet.Core.Runs;
using Pantomet.Core.Treatments;
using Pantomet.Imaging.Rendering;
using Pantomet.Imaging.Sources;

namespace Pantomet.Imaging.Tests.Treatments;

/// <summary>What treatments do to the pixels of files, judged on decoded files.</summary>
public sealed class TreatmentPixelsTests
{
    private static readonly SrgbColour Red = new(200, 20, 40);

    [Fact]
    public void Round_corners_are_transparent_where_the_format_can_and_show_the_background_where_not()
    {
        var edges = new Edges(0, default, 0.25, 0);
        var (open, laid) = (Read(PictureFormat.Png, edges, TransparencyPolicy.WhereItCan), Read(PictureFormat.Jpeg, edges,
            TransparencyPolicy.WhereItCan));
        Assert.Equal((4, 0.0, 255.0), (open.Bands, open.Getpoint(0, 0)[3], open.Getpoint(60, 60)[3]));
        Assert.Equal(3, laid.Bands);
        Assert.All(laid.Getpoint(0, 0), value => Assert.InRange(value, 240, 255));
        var flat = Read(PictureFormat.Png, edges, TransparencyPolicy.Flattened);
        Assert.Equal((3, 255.0), (flat.Bands, flat.Getpoint(0, 0)[0]));
    }

    [Fact]
    public void A_line_is_as_wide_as_its_share_of_the_shorter_side()
    {
        var lined = Read(PictureFormat.Png, new Edges(0.05, Red, 0, 0), TransparencyPolicy.WhereItCan);
        // 120 px wide and high: six pixels of line.
        for (var x = 0; x < 6; x++)
            Assert.Equal([200.0, 20, 40], lined.Getpoint(x, 60));
        Assert.NotEqual([200.0, 20, 40], lined.Getpoint(6, 60));
        Assert.Equal([200.0, 20, 40], lined.Getpoint(60, 119));
    }

    [Fact]
    public void A_cut_out_throws_its_shadow_beneath_itself_and_an_opaque_picture_none()
    {
        var shadow = new Edges(0, default, 0, 0.6);
        var (plain, grounded) = (Read("studio-delta-cutout.png", PictureFormat.Png, null), Read("studio-delta-cutout.png",
            PictureFormat.Png, shadow));
        using var more = (grounded[3] - plain[3]).Cast(Enums.BandFormat.Short);
        Assert.True(more.Min() >= -1, "Nothing becomes more transparent.");
        using var lower = more.Crop(0, more.Height / 2, more.Width, more.Height / 2);
        using var upper = more.Crop(0, 0, more.Width, more.Height / 4);
        Assert.True(lower.Avg() > 0.5 && upper.Avg() < 0.01, $"{lower.Avg()} below, {upper.Avg()} above");
        using var difference = Read("hill-flight.jpg", PictureFormat.Png, shadow) - Read("hill-flight.jpg", PictureFormat.Png, null);
        Assert.Equal((0.0, 0.0), (difference.Min(), difference.Max()));
    }

    // What one thread has found is asked for once its file is made; meanwhile others may have treated any number of files.
    [Fact]
    public void Who_treats_a_file_finds_what_was_found_however_many_others_are_treated_meanwhile()
    {
        var facts = SourceProbe.Probe(Demo.Source("spool-small.jpg"), 300_000_000).Facts;
        using var source = DecodedSource.Open(Demo.Source("spool-small.jpg"), facts);
        RenderRecipe Recipe(int at)
        {
            var tone = new Tone(new ToneDemand(SrgbColour.White, 3 + (at * 0.01)), PicturePart.Whole, null);
            var slot = Slot(PictureFormat.Png) with { Treatments = new SlotTreatments(tone) };
            return Making.Recipe(source, SlotPlan.For(slot, Demo.Source(facts)).Variants[0], slot);
        }

        var held = source.TreaterOf(Recipe(0));
        for (var at = 1; at < 300; at++)
            _ = source.TreaterOf(Recipe(at));
        Assert.Same(held, source.TreaterOf(Recipe(0)));
    }

    [Fact]
    public void Where_the_contrast_is_not_reached_a_finding_names_what_reaches_it()
    {
        var tone = new Tone(
            new ToneDemand(new SrgbColour(119, 119, 119), 4.5) { MaxShift = 30, MaxOpacity = 5 },
            new PicturePart(0.1, 0.1, 0.5, 0.3), null);
        var made = Making.One(Demo.Source("hill-flight.jpg"), Slot(PictureFormat.Png) with { Treatments = new SlotTreatments(tone) });
        var finding = Assert.Single(made.Findings);
        Assert.Equal("text-not-readable", finding.Id);
        Assert.Contains("#000000", finding.Remedy, StringComparison.Ordinal);
        Assert.Contains(" % in #", finding.Remedy, StringComparison.Ordinal);
    }

    // Sharpened pictures have other extremes.
    [Theory]
    [InlineData("ribbon-tails-detail.jpg")]
    [InlineData("workbench-topdown.jpg")]
    [InlineData("line-spools.jpg")]
    public void A_tone_does_not_depend_on_what_was_made_of_the_source_before(string picture)
    {
        var toned = Slot(PictureFormat.Png) with
        {
            Treatments = new SlotTreatments(new Tone(new ToneDemand(new SrgbColour(0x22, 0x22, 0x22), 4.5), PicturePart.Whole, null), null),
        };
        var path = Demo.Source(picture);
        var facts = SourceProbe.Probe(path, 300_000_000).Facts;
        using var alone = DecodedSource.Open(path, facts);
        using var shared = DecodedSource.Open(path, facts);
        Made(shared, toned with { Sharpening = Sharpening.Normal });
        Assert.Equal(Made(alone, toned), Made(shared, toned));
    }

    // On the left nothing is seen of black pixels; on the right text can be read.
    [Fact]
    public void What_is_transparent_is_the_pages_and_does_not_count()
    {
        using var folder = new TemporaryFolder();
        var path = folder.Path("half.png");
        Tool.Run("convert", "-size", "60x60", "xc:#00000000", "-fill", "white", "-draw", "rectangle 30,0 59,59", path);
        var tone = new Tone(new ToneDemand(new SrgbColour(0, 0, 0), 4.5), PicturePart.Whole, null);
        var slot = Demo.Plain("1:1", PictureFormat.Png, 60) with { Treatments = new SlotTreatments(tone) };
        using var file = Image.NewFromBuffer(Making.One(path, slot).File);
        // Grey, and how opaque it is.
        Assert.Equal([0.0, 0], file.Getpoint(5, 30));
        Assert.Equal([255.0, 255], file.Getpoint(50, 30));
    }

    // A k-means of SciPy's, in the CIE L*a*b* of scikit-image: as many clusters, begun at random places twenty times over, the best kept.
    [Theory]
    [InlineData("beach-morning.jpg")]
    [InlineData("dune-box-kite.jpg")]
    [InlineData("festival-panorama.jpg")]
    [InlineData("hill-flight.jpg")]
    [InlineData("line-spools.jpg")]
    [InlineData("ribbon-tails-detail.jpg")]
    [InlineData("size-guide.png")]
    [InlineData("studio-delta.jpg")]
    [InlineData("winder-handle.jpg")]
    [InlineData("workbench-topdown.jpg")]
    public void The_main_colours_are_those_that_an_independent_quantiser_finds(string picture)
    {
        var found = PictureColours.Of(Demo.Source(picture), null).Main;
        var nearest = Tool.Run(
            "/usr/bin/python3",
            [
                "-c",
                """
                import sys, numpy as np
                from skimage import io, color, transform
                from scipy.cluster.vq import kmeans2, vq
                picture = io.imread(sys.argv[1])[..., :3] / 255.0
                step = max(1, max(picture.shape) // 160)
                height, width = picture.shape[0] // step * step, picture.shape[1] // step * step
                small = picture[:height, :width].reshape(height // step, step, width // step, step, 3).mean(axis=(1, 3))
                lab = color.rgb2lab(small).reshape(-1, 3)
                tries = (kmeans2(lab, 6, iter=60, minit="++", seed=seed)[0] for seed in range(20))
                centres = min(tries, key=lambda one: (vq(lab, one)[1] ** 2).sum())
                for one in sys.argv[2:]:
                    rgb = np.array([[[int(one[at:at + 2], 16) / 255.0 for at in (1, 3, 5)]]])
                    print(np.sqrt(((centres - color.rgb2lab(rgb).reshape(3)) ** 2).sum(axis=1)).min())
                """,
                Demo.Source(picture), .. found.Select(one => one.Hex),
            ]).Split('\n', StringSplitOptions.RemoveEmptyEntries)
            .Select(line => double.Parse(line, CultureInfo.InvariantCulture)).ToList();
        Assert.Equal(found.Count, nearest.Count);
        foreach (var (one, difference) in found.Zip(nearest).Where(pair => pair.First.Share >= 0.05))
            Assert.True(difference <= 5, $"{one.Hex}, {one.Share:P0}, is {difference:F1} from the nearest of the other.");
    }

    private static byte[] Made(DecodedSource source, Slot slot) =>
        Making.Of(source, SlotPlan.For(slot, Demo.Source(source.Facts)).Variants[0], slot).File;

    private static Slot Slot(PictureFormat format) => Demo.Plain("1:1", format, 120);

    private static Image Read(PictureFormat format, Edges edges, TransparencyPolicy transparency) =>
        Read("hill-flight.jpg", format, edges, transparency);

    private static Image Read(
        string picture, PictureFormat format, Edges? edges, TransparencyPolicy transparency = TransparencyPolicy.WhereItCan)
    {
        var slot = Slot(format) with { Treatments = new SlotTreatments(Edges: edges), Transparency = transparency };
        return Image.NewFromBuffer(Making.One(Demo.Source(picture), slot).File);
    }
}
