using NetVips;
using Pantomet.Core.Destinations;
using Pantomet.Core.Measures;
using Pantomet.Core.Pictures;
using Pantomet.Core.Runs;
using Pantomet.Core.Weight;
using Pantomet.Imaging.Encoders;
using Pantomet.Imaging.Rendering;
using Pantomet.Imaging.Sources;

namespace Pantomet.Imaging.Tests.Encoders;

public sealed class AnimationTests : IDisposable
{
    private readonly TemporaryFolder folder = new();

    private static string Loop => Demo.Source("tail-loop.gif");

    public void Dispose() => folder.Dispose();

    [Theory]
    [InlineData(PictureFormat.Gif)]
    [InlineData(PictureFormat.WebP)]
    public void Every_frame_is_cut_and_scaled_and_stays_as_long_as_it_did(PictureFormat format)
    {
        var made = Making.One(Loop, Moving("1:1", 180, format));
        Assert.Empty(made.Findings);
        using var before = Image.Gifload(Loop, n: -1);
        using var after = Image.NewFromBuffer(made.File, "[n=-1]");
        Assert.Equal((180, 180, 12), (after.Width, after.PageHeight, after.Height / after.PageHeight));
        Assert.Equal((int[])before.Get("delay"), (int[])after.Get("delay"));
        Assert.Equal(before.Get("loop"), after.Get("loop"));

        // An independent program cuts and scales the last frame.
        var frame = folder.Path("frame.png");
        Tool.Run(
            "convert", Loop, "-coalesce", "-delete", "0-10", "-background", "white", "-alpha", "remove", "-gravity", "center", "-crop",
            "360x360+0+0", "+repage", "-filter", "Lanczos", "-resize", "180x180", "-type", "TrueColor", $"PNG24:{frame}");
        var ours = folder.Path("ours.png");
        using var last = after.Crop(0, 11 * 180, 180, 180);
        using var opaque = last.HasAlpha() ? last.Flatten(background: [255]) : last.Copy();
        opaque.Copy(interpretation: Enums.Interpretation.Srgb).Pngsave(ours, keep: Enums.ForeignKeep.None);
        Assert.InRange(Tool.StructuralSimilarity(ours, frame), 0.9, 1);
    }

    [Fact]
    public void A_cap_is_kept_with_fewer_colours_or_a_lower_quality()
    {
        foreach (var format in (PictureFormat[])[PictureFormat.Gif, PictureFormat.WebP])
        {
            var free = Making.One(Loop, Moving("1:1", 180, format)).File.LongLength;
            var capped = Making.One(
                Loop, Moving(
                    "1:1", 180, format) with
                {
                    Quality = QualityRange.Default,
                    Limits = new FileLimits(new ByteCount(free * 8 / 10), null, null)
                });
            Assert.True(capped.IsGood);
            Assert.InRange(capped.File.LongLength, 1, free * 8 / 10);
            Assert.Equal(12, Frames(capped.File));
        }
    }

    [Fact]
    public void A_cap_below_any_file_stops_and_offers_what_was_tried()
    {
        var made = Making.One(
            Loop, Moving("1:1", 180, PictureFormat.Gif) with { Limits = new FileLimits(new ByteCount(20_000), null, null) });
        Assert.False(made.IsGood);
        Assert.All(
            made.Remedies, remedy => Assert.True(remedy.Bytes <= 20_000 || remedy.Kind == WeightRemedyKind.MoreBytes, remedy.Sentence));
        Assert.DoesNotContain(made.Remedies, remedy => remedy.Format is PictureFormat.Jpeg or PictureFormat.Avif);
    }

    [Fact]
    public void Elsewhere_the_first_frame_is_taken()
    {
        Assert.Equal(
            1, Frames(Making.One(Loop, Moving("1:1", 180, PictureFormat.WebP) with { Animation = AnimationPolicy.FirstFrame }).File));
        Assert.Equal(1, Frames(Making.One(Loop, Demo.Plain("1:1", PictureFormat.Gif, 180)).File));
    }

    // Exiftool knows nothing of how it was written.
    [Fact]
    public void A_gif_carries_the_rights_of_its_source_and_nothing_else()
    {
        var facts = SourceProbe.Probe(
            Loop, 300_000_000).Facts with
        {
            Rights = new RightsFields("Wen Äuler", "© Galewright Kites"),
            Description = "A tail in the wind"
        };
        var slot = Moving("1:1", 120, PictureFormat.Gif);
        using var source = DecodedSource.Open(Loop, facts);
        var made = Making.Of(source, SlotPlan.For(slot, Demo.Source(facts)).Variants[0], slot);
        var path = folder.Write("tail.gif", made.File);
        Assert.Equal("© Galewright Kites", Tool.Run("exiftool", "-s3", "-XMP-dc:Rights", path).Trim());
        Assert.Equal("", Tool.Run("exiftool", "-s3", "-XMP-dc:Description", path).Trim());
        Assert.Equal("© Galewright Kites", WrittenFileReader.Read(path).Rights.Copyright);
        Assert.Equal(12, Frames(made.File));
    }

    [Fact]
    public void Four_hundred_frames_are_kept_in_order()
    {
        var path = folder.Path("long.gif");
        using (var grey = ((Image.Xyz(64, 64 * 400)[1] / 64).Floor() * 37) % 200)
        using (var frames = grey.Cast(Enums.BandFormat.Uchar).Copy(interpretation: Enums.Interpretation.Bw))
        using (var paged = frames.Mutate(changed => changed.Set(GValue.GIntType, "page-height", 64)))
            paged.Gifsave(path);
        var made = Making.One(path, Moving("1:1", 32, PictureFormat.WebP));
        using var after = Image.NewFromBuffer(made.File, "[n=-1]");
        Assert.Equal(400 * 32, after.Height);
        foreach (var at in (int[])[0, 1, 199, 200, 399])
            Assert.InRange(after.Crop(0, at * 32, 32, 32)[0].Avg(), (at * 37 % 200) - 4, (at * 37 % 200) + 4);
    }

    // Not in the system's folder, which may be small, or in memory; and not for longer than the picture is held.
    [Theory]
    [InlineData(PictureFormat.Gif)]
    [InlineData(PictureFormat.WebP)]
    public void Frames_that_turn_transparent_later_are_kept_too(PictureFormat format)
    {
        var path = folder.Path("later.gif");
        Tool.Run(
            "convert", "-delay", "10", "-size", "40x40", "xc:red", "-dispose", "Background", "(", "xc:none", "-fill", "blue", "-draw",
            "circle 20,20 20,8", ")", "-loop", "0", path);
        Assert.Equal(2, Frames(Making.One(path, Moving("1:1", 32, format)).File));
    }

    [Fact]
    public void Frames_lie_in_the_folder_that_is_named_and_go_when_the_picture_does()
    {
        var at = Directory.CreateDirectory(folder.Path("pixels")).FullName;
        var slot = Moving("1:1", 120, PictureFormat.Gif);
        var facts = SourceProbe.Probe(Loop, 300_000_000).Facts;
        using var source = DecodedSource.Open(Loop, facts, DecodeOptions.InThisProcess with { TemporaryFolder = at });
        var variant = SlotPlan.For(slot, Demo.Source(facts)).Variants[0];
        using (var picture = WeighablePicture.Make(source, Making.Recipe(source, variant, slot), PictureFormat.Gif))
        {
            Assert.NotEmpty(Directory.EnumerateFiles(at));
            Assert.True(((AnimatedPicture)picture).PointsOf(((AnimatedPicture)picture).Gif(8)) > 0);
        }

        Assert.Empty(Directory.EnumerateFiles(at));
    }

    private static int Frames(byte[] file) => SourceFile.Frames(Image.NewFromBuffer(file));

    private static Slot Moving(string shape, int width, PictureFormat format) =>
        Demo.Plain(shape, format, width) with { Animation = AnimationPolicy.Keep };
}
