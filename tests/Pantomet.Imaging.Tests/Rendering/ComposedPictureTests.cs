using NetVips;
using Pantomet.Core.Measures;
using Pantomet.Core.Pictures;
using Pantomet.Core.Sizing;
using Pantomet.Core.Sources;
using Pantomet.Imaging.Rendering;
using Pantomet.Imaging.Sources;

namespace Pantomet.Imaging.Tests.Rendering;

/// <summary>Several pictures as one, against an independent composition (Debian's imagemagick).</summary>
public sealed class ComposedPictureTests
{
    [Theory]
    [InlineData(PairDirection.Row, "studio-delta.jpg", "winder-handle.jpg")]
    [InlineData(PairDirection.Column, "hill-flight.jpg", "beach-morning.jpg")]
    [InlineData(PairDirection.Row, "studio-delta-cutout.png", "grey-archive.jpg")]
    public void Its_pixels_are_those_of_another_program(PairDirection direction, string one, string other)
    {
        using var folder = new TemporaryFolder();
        // Common practice, no source: 1,100 px wide, 5 px between, one height.
        var composition = new Composition(direction, 5, 8, new SrgbColour(240, 236, 228), 1100);
        var plan = composition.Of([Source(one, 1), Source(other, 2)], new PictureBounds(300_000_000)).Value!;
        var made = folder.Path("made.png");
        Write(plan, [one, other], made);
        using (var picture = Image.NewFromFile(made))
            Assert.Equal((plan.Size.Width, plan.Size.Height, 3), (picture.Width, picture.Height, picture.Bands));

        var arguments = new List<string> { "-size", $"{plan.Size.Width}x{plan.Size.Height}", "xc:#f0ece4" };
        foreach (var (part, name) in plan.Parts.Zip([one, other]))
        {
            var (crop, place) = (part.Crop.Area, part.Place);
            arguments.AddRange(
                ["(", Demo.Source(name), "-auto-orient", "-crop", $"{crop.Width}x{crop.Height}+{crop.X}+{crop.Y}", "+repage", "-resize",
                    $"{place.Width}x{place.Height}!", ")", "-geometry", $"+{place.X}+{place.Y}", "-composite"]);
        }

        Tool.Run("convert", [.. arguments, folder.Path("other.png")]);
        var likeness = Tool.StructuralSimilarity(made, folder.Path("other.png"));
        Assert.True(likeness > 0.98, $"SSIM {likeness}");
    }

    [Fact]
    public void It_says_whose_it_is_and_carries_nothing_else()
    {
        using var folder = new TemporaryFolder();
        var composition = new Composition(PairDirection.Row, 5, 8, SrgbColour.White, 400);
        var plan = composition.Of([Source("hill-flight.jpg", 1), Source("hill-flight.jpg", 2)], new PictureBounds(300_000_000)).Value!;
        var rights = new RightsFields(
            "Ida Ø; Ole", "© Galewright Kites", "Galewright", "Not for \"resale\" <at all>", "https://kites.example");
        Write(plan, ["hill-flight.jpg", "hill-flight.jpg"], folder.Path("made.png"), rights);
        var facts = SourceProbe.Probe(folder.Path("made.png"), 300_000_000).Facts;
        Assert.Equal(rights, facts.Rights);
        Assert.Equal((false, "", false), (facts.HasAlpha, facts.Camera, facts.HasGeolocation));
    }

    private static void Write(ComposedPlan plan, string[] names, string path, RightsFields? rights = null)
    {
        using var made = new ComposedPicture(plan);
        foreach (var (part, name) in plan.Parts.Zip(names))
        {
            using var picture = Open(name);
            made.Lay(part, picture);
        }

        made.WritePng(path, rights ?? RightsFields.None);
    }

    private static DecodedSource Open(string name) =>
        DecodedSource.Open(Demo.Source(name), SourceProbe.Probe(Demo.Source(name), 300_000_000).Facts);

    private static Core.Sources.Source Source(string name, byte number) =>
        Demo.Source(SourceProbe.Probe(Demo.Source(name), 300_000_000).Facts) with
        {
            Id = SourceId.FromHash([number, .. new byte[31]]),
        };
}
