using NetVips;
using Pantomet.Core.Destinations;
using Pantomet.Core.Findings;
using Pantomet.Core.Measures;
using Pantomet.Core.Pictures;
using Pantomet.Core.Recipes;
using Pantomet.Core.Runs;
using Pantomet.Core.Treatments;
using Pantomet.Imaging.Rendering;
using Pantomet.Imaging.Sources;

namespace Pantomet.Imaging.Tests.Treatments;

/// <summary>Marks on the demo's pictures, judged by the pixels that they change.</summary>
public sealed class MarkPixelsTests
{
    private static readonly SlotMark Usual = new(Marked.Png, null, Anchor.BottomRight, 0.25, 0.05, 1);

    [Theory]
    [InlineData(Marked.Png)]
    [InlineData(Marked.Svg)]
    public void It_lies_in_its_corner_and_changes_nothing_else(string picture)
    {
        var changed = Changed("hill-flight.jpg", Usual with { Picture = picture, Anchor = Anchor.TopLeft });
        // 240 px of the shorter side: a margin of 12, a square of 60.
        Assert.True(changed.X >= 12 && changed.Y >= 12 && changed.Right <= 72 && changed.Bottom <= 72, $"{changed}");
        Assert.True(Math.Max(changed.Width, changed.Height) >= 48, $"{changed} is as large as goes in");
    }

    [Theory]
    [InlineData("grey-archive.jpg")]
    [InlineData("studio-delta-cutout.png")]
    [InlineData("winder-handle-cmyk.jpg")]
    [InlineData("studio-delta-16bit.tif")]
    public void Pictures_of_every_kind_bear_it(string name) => Assert.True(Changed(name, Usual).Width > 0);

    [Fact]
    public void On_a_cut_out_it_is_seen_where_there_was_nothing_and_the_rest_stays_transparent()
    {
        using var made = Made("studio-delta-cutout.png", Usual with { Anchor = Anchor.TopLeft });
        using var alpha = made[3];
        using var corner = alpha.Crop(12, 12, 60, 60);
        Assert.Equal((255.0, 0.0), (corner.Max(), alpha.Getpoint(2, 2)[0]));
    }

    [Fact]
    public void Half_opaque_it_changes_half_as_much()
    {
        var (whole, half) = (Difference("hill-flight.jpg", Usual), Difference("hill-flight.jpg", Usual with { Opacity = 0.5 }));
        Assert.InRange(half / whole, 0.45, 0.55);
    }

    [Theory]
    [InlineData("#101018", true)]
    [InlineData("#f4f0e8", false)]
    public void Its_light_version_is_for_dark_grounds(string ground, bool isLight)
    {
        Assert.True(SrgbColour.TryParse(ground, out var colour));
        var slot = Demo.Plain("4:1", PictureFormat.Png, 400) with { Fit = Fit.Pad, Background = colour };
        var (both, dark, light) = (Usual with { LightPicture = Marked.Svg }, Usual, Usual with { Picture = Marked.Svg });
        using var found = Made("studio-delta.jpg", both, slot);
        using var expected = Made("studio-delta.jpg", isLight ? light : dark, slot);
        using var difference = (found - expected).Abs();
        Assert.Equal(0, difference.Max());
    }

    [Fact]
    public void One_without_pixels_enough_is_not_blown_up_and_one_that_is_gone_stops_the_file()
    {
        var small = Changed(
            "beach-morning.jpg", Usual with { Picture = "spool-small.jpg", Size = 0.9, Margin = 0 },
            Demo.Plain("1:1", PictureFormat.Png, 2000));
        using var own = Image.NewFromFile(Demo.Source("spool-small.jpg"));
        Assert.True(small.Width <= own.Width && small.Height <= own.Height, $"{small} of {own.Width} × {own.Height}");
        Assert.Equal(
            "mark-gone", Assert.Throws<UnreadableException>(() => Made("hill-flight.jpg", Usual with { Picture = "gone.png" })).Id);
    }

    private static PixelRect Changed(string name, SlotMark mark, Slot? slot = null)
    {
        using var with = Made(name, mark, slot);
        using var without = Made(name, null, slot);
        using var difference = (with - without).Abs();
        using var differs = (difference > 1).BandOr();
        var box = differs.FindTrim(threshold: 0, background: [0]);
        return new PixelRect((int)box[0], (int)box[1], (int)box[2], (int)box[3]);
    }

    private static double Difference(string name, SlotMark mark)
    {
        using var with = Made(name, mark);
        using var without = Made(name, null);
        using var difference = (with - without).Abs();
        return difference.Avg();
    }

    private static Image Made(string name, SlotMark? mark, Slot? slot = null)
    {
        slot = (slot ?? Demo.Plain("1:1", PictureFormat.Png, 240)) with { Treatments = new SlotTreatments(Mark: mark) };
        var facts = SourceProbe.Probe(Demo.Source(name), 300_000_000).Facts;
        using var source = DecodedSource.Open(Demo.Source(name), facts, Marked.Options);
        var recipe = RecipeRules.For(Demo.Source(facts), SlotPlan.For(slot, Demo.Source(facts)).Variants[0], slot);
        using var made = VariantPixels.Make(source, recipe, PictureFormat.Png);
        // A grey picture that a coloured mark changes has three channels.
        return made.Bands < 3 ? made.Colourspace(Enums.Interpretation.Srgb) : made.Copy();
    }
}
