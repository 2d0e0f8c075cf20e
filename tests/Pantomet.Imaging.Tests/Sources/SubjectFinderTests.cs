using System.Globalization;
using NetVips;
using Pantomet.Core.Framing;
using Pantomet.Core.Framing.Proposing;
using Pantomet.Core.Measures;
using Pantomet.Core.Runs;
using Pantomet.Imaging.Sources;
using Xunit.Abstractions;

namespace Pantomet.Imaging.Tests.Sources;

public sealed class SubjectFinderTests(ITestOutputHelper output)
{
    private static readonly AspectRatio[] Ratios = [new(1, 1), new(5, 4), new(4, 5)];

    // By eye, as fractions, from the demo's own notes; the first of each picture where there are several.
    private static readonly (string Name, double X, double Y, double Width, double Height)[] ByEye =
    [
        ("hill-flight.jpg", 0.68, 0.08, 0.20, 0.36),
        ("beach-morning.jpg", 0.55, 0.08, 0.40, 0.65),
        ("dune-box-kite.jpg", 0.37, 0.24, 0.32, 0.28),
        ("studio-delta.jpg", 0.05, 0.22, 0.86, 0.50),
        ("line-spools.jpg", 0.15, 0.35, 0.33, 0.54),
        ("ribbon-tails-detail.jpg", 0.38, 0.00, 0.36, 1.00),
        ("workbench-topdown.jpg", 0.13, 0.42, 0.35, 0.40),
        ("festival-panorama.jpg", 0.02, 0.10, 0.96, 0.73),
        ("winder-handle.jpg", 0.11, 0.18, 0.67, 0.71),
        ("studio-delta-cutout.png", 0.10, 0.05, 0.79, 0.86),
    ];

    // Nine tenths of what the shape can hold of it: a kite that is wider than any 4:5 crop of its picture is cut by all of them.
    [Fact]
    public void Framed_from_the_proposal_nine_tenths_of_the_subject_stay_on_at_least_eight_of_ten_pictures()
    {
        var kept = 0;
        foreach (var (name, x, y, width, height) in ByEye)
        {
            var (size, proposal) = Propose(name);
            var eye = new PixelRect((int)(x * size.Width), (int)(y * size.Height), (int)(width * size.Width), (int)(height * size.Height));
            var shares = Ratios.Select(
                ratio => Share(eye, Automatic(size, ratio, proposal)) / Share(
                    eye, Automatic(size, ratio, new SubjectProposal(eye, eye.Centre)))).ToList();
            kept += shares.Min() >= 0.9 ? 1 : 0;
            var proposed = proposal.Subject is { } found ? Fractions(found, size) : "none";
            var staying = Ratios.Zip(shares, (ratio, share) => FormattableString.Invariant($"{ratio} {share:0.00}"));
            output.WriteLine(
                $"{name,-26} by eye {Fractions(eye, size)}, proposed {proposed,-20} stays in {string.Join(", ", staying)}");
        }

        Assert.True(kept >= 8, $"On {kept} of {ByEye.Length} pictures nine tenths of the subject stay in all three shapes.");
    }

    [Fact]
    public void With_the_subject_given_every_demo_shape_that_can_hold_it_does_with_nothing_cut()
    {
        var (held, cannot) = (0, 0);
        foreach (var (name, x, y, width, height) in ByEye)
        {
            var path = Demo.Source(name);
            var facts = SourceProbe.Probe(path, 300_000_000).Facts;
            var eye = new PixelRect(
                (int)(x * facts.Size.Width), (int)(y * facts.Size.Height), (int)(width * facts.Size.Width),
                (int)(height * facts.Size.Height));
            var source = Demo.Source(facts) with { Framing = new FramingChange.Decide(eye, null).ApplyTo(SourceFraming.None) };
            foreach (var place in Demo.Destinations.SelectMany(destination => destination.Slots)
                .SelectMany(slot => SlotPlan.For(slot, source).Places))
            {
                var largest = place.Part.Shape.RatioFor(AspectRatio.Of(facts.Size)).LargestIn(facts.Size);
                var canHold = largest.Width >= eye.Width && largest.Height >= eye.Height;
                Assert.Equal(canHold || !SlotCrop.CanBeSet(place.Part), CoveredParts.Shared(place.Crop.Area, eye) == eye.Size.Count);
                Assert.Equal(
                    !canHold && SlotCrop.CanBeSet(place.Part), place.Findings.Any(finding => finding.Id == FramingFindings.SubjectCut));
                (held, cannot) = canHold ? (held + 1, cannot) : (held, cannot + 1);
            }
        }

        output.WriteLine($"{held} places hold all of the subject, {cannot} cannot and say so.");
        Assert.True(held > 100 && cannot > 10);
    }

    [Fact]
    public void A_flat_ground_has_neither_subject_nor_focus()
    {
        using var black = Image.Black(600, 400, bands: 3);
        using var flat = (black + 190).Cast(Enums.BandFormat.Uchar).Copy(interpretation: Enums.Interpretation.Srgb);
        Assert.Equal(new SubjectProposal(null, null), SubjectFinder.Propose(flat, new PixelSize(3600, 2400)));
    }

    [Theory]
    [InlineData(0, 120)]
    [InlineData(450, 0)]
    [InlineData(210, 270)]
    public void A_disc_on_a_ground_that_fades_is_found_where_it_lies_even_at_the_edge(int left, int top)
    {
        using var fading = (Image.Xyz(600, 400)[1] * 0.2) + 120;
        using var ground = fading.Bandjoin([fading + 10, fading + 30]).Cast(Enums.BandFormat.Uchar)
            .Copy(interpretation: Enums.Interpretation.Srgb);
        using var picture = ground.Mutate(drawn => drawn.DrawCircle([190, 40, 40], left + 65, top + 65, 65, fill: true));
        var subject = SubjectFinder.Propose(picture, new PixelSize(600, 400)).Subject;
        Assert.NotNull(subject);
        var disc = new PixelRect(left, top, 131, 131);
        Assert.True(Share(disc, subject.Value) > 0.9, $"{subject} for {disc}");
        Assert.True(subject.Value.Size.Count < 2 * disc.Size.Count, $"{subject} for {disc}");
    }

    [Theory]
    [InlineData(1, 1)]
    [InlineData(2, 300)]
    [InlineData(1200, 4)]
    public void Proposes_something_that_lies_in_the_picture_however_small_it_is(int width, int height)
    {
        using var noise = Image.Gaussnoise(width, height, sigma: 60, mean: 128, seed: 3).Cast(Enums.BandFormat.Uchar);
        var picture = new PixelSize(width * 5, height * 5);
        var proposal = SubjectFinder.Propose(noise.Copy(interpretation: Enums.Interpretation.Bw), picture);
        Assert.True(proposal.Subject is not { } subject || subject.LiesIn(picture));
        Assert.True(
            proposal.Focus is not { } focus || (focus.X >= 0 && focus.X <= picture.Width && focus.Y >= 0 && focus.Y <= picture.Height));
    }

    private static string Fractions(PixelRect area, PixelSize size) =>
        string.Create(
            CultureInfo.InvariantCulture,
            $"{(double)area.X / size.Width:0.00} {(double)area.Y / size.Height:0.00} " +
            $"{(double)area.Width / size.Width:0.00} {(double)area.Height / size.Height:0.00}");

    private static double Share(PixelRect eye, PixelRect crop) => (double)CoveredParts.Shared(eye, crop) / eye.Size.Count;

    private static PixelRect Automatic(PixelSize size, AspectRatio ratio, SubjectProposal proposal) =>
        AutomaticCrop.For(new CropCriteria(size, 0, ratio, proposal.Focus ?? size.Centre) { Subject = proposal.Subject, Breathing = 0.05 });

    private static (PixelSize Size, SubjectProposal Proposal) Propose(string name)
    {
        var file = SourceFile.Open(Demo.Source(name));
        using var image = file.Load();
        var size = SourceFile.UprightSize(image);
        using var preview = PreviewMaker.Reduce(file, image, PreviewMaker.Widths[0]);
        return (size, SubjectFinder.Propose(preview, size));
    }
}
