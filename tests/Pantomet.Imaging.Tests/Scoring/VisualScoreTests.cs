using NetVips;
using Pantomet.Core.Kernels.Similarity;
using Pantomet.Core.Weight;
using Pantomet.Imaging.Scoring;

namespace Pantomet.Imaging.Tests.Scoring;

public sealed class VisualScoreTests
{
    private static readonly int[] Qualities = [95, 85, 75, 60, 45, 30, 20, 10];

    public static TheoryData<string> Photographs =>
        ["hill-flight.jpg", "beach-morning.jpg", "dune-box-kite.jpg", "studio-delta.jpg", "line-spools.jpg", "ribbon-tails-detail.jpg",
            "workbench-topdown.jpg", "festival-panorama.jpg", "winder-handle.jpg", "grey-archive.jpg", "size-guide.png"];

    [Theory]
    [MemberData(nameof(Photographs))]
    public void Falls_with_every_step_of_quality_from_the_top(string name)
    {
        using var picture = Small(name);
        Assert.Equal(100, PictureScore.Of(picture, picture.PngsaveBuffer(), Fineness.FromHalf).Points);
        var scores = Qualities.Select(quality => PictureScore.Of(picture, picture.JpegsaveBuffer(q: quality), Fineness.FromHalf).Points)
            .ToList();
        Assert.Equal(scores.OrderDescending(), scores);
        Assert.InRange(scores[0], 78, 99.9);
        Assert.InRange(scores[^1], 0, 50);
    }

    [Fact]
    public void A_place_that_is_spoilt_counts_for_more_than_its_share_of_the_picture()
    {
        using var picture = Small("beach-morning.jpg");
        // A corner of the sky, a fiftieth of the picture, as it comes out of the lowest quality.
        var (width, height) = (picture.Width / 7, picture.Height / 7);
        using var corner = picture.Crop(0, 0, width, height);
        using var spoilt = Image.NewFromBuffer(corner.JpegsaveBuffer(q: 3));
        using var inserted = picture.Insert(spoilt, 0, 0);
        using var whole = Image.NewFromBuffer(picture.JpegsaveBuffer(q: 3));
        var place = PictureScore.Of(picture, inserted.PngsaveBuffer(), Fineness.FromHalf);
        var all = PictureScore.Of(picture, whole.PngsaveBuffer(), Fineness.FromHalf);
        Assert.True(100 - place.Points > 3 * (100 - all.Points) / 50, $"{place} with a spoilt place, {all} with all spoilt");
        Assert.True(place.WorstPlaces < place.Similarity - 0.01, $"{place}");
    }

    [Fact]
    public void Colour_that_is_lost_is_noticed_though_the_lightness_is_the_same()
    {
        using var picture = Small("hill-flight.jpg");
        using var grey = picture.Colourspace(Enums.Interpretation.Bw);
        using var asColour = grey.Colourspace(Enums.Interpretation.Srgb).Cast(Enums.BandFormat.Uchar);
        var score = PictureScore.Of(picture, asColour.PngsaveBuffer(), Fineness.FromHalf);
        Assert.True(score.Colour < 0.9, $"{score}");
        Assert.True(score.Looks >= VisualQuality.Visible, $"{score}");
    }

    [Fact]
    public void Text_that_is_smeared_is_scored_below_text_that_is_sharp()
    {
        using var text = Small("size-guide.png");
        using var smeared = text.Gaussblur(1.2);
        Assert.True(PictureScore.Of(text, smeared.PngsaveBuffer(), Fineness.EveryPixel).Looks >= VisualQuality.Visible);
        Assert.Equal(
            VisualQuality.Indistinguishable, PictureScore.Of(text, text.WebpsaveBuffer(lossless: true), Fineness.EveryPixel).Looks);
    }

    private static Image Small(string name)
    {
        using var small = Image.Thumbnail(Demo.Source(name), 800);
        using var srgb = small.HasAlpha() ? small.Flatten([255.0]) : small.Copy();
        return srgb.CopyMemory();
    }
}
