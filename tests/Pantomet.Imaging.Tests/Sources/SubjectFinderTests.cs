using System.Globalization;
using NetVips;
using Pantomet.Core.Framing;
using Pantomet.Core.Framing.Proposing;
using Pantomet.Core.Measures;
using Pantomet.Core.Pictures;
using Pantomet.Core.Runs;
using Pantomet.Imaging.Sources;
using Xunit.Abstractions;

namespace Pantomet.Imaging.Tests.Sources;

public sealed class SubjectFinderTests(ITestOutputHelper output)
{
    private static readonly AspectRatio[] Ratios = [new(1, 1), new(5, 4), new(4, 5), new(9, 16)];

    // Of what the shape can hold of it: a kite that is wider than any 4:5 crop of its picture is cut by all of them.
    [Fact]
    public void Framed_from_the_proposal_the_subject_by_eye_stays()
    {
        var rows = new List<(Photograph Picture, double Least, double Mean, double InThree, double Confidence, double Overlap)>();
        foreach (var picture in Photograph.All)
        {
            var (size, proposal) = picture.Propose();
            var eye = picture.In(size);
            double[] shares = eye is { } box
                ? [.. Ratios.Select(
                    ratio => Share(box, Framed(size, ratio, proposal)) / Share(
                        box, Framed(size, ratio, new SubjectProposal(box, box.Centre))))]
                : [];
            var overlap = eye is { } drawn && proposal.Subject is { } found ? Overlap(drawn, found) : 0;
            if (eye is not null)
                rows.Add((picture, shares.Min(), shares.Average(), shares.Take(3).Min(), proposal.Confidence, overlap));
            else if (proposal.Subject is not null)
                rows.Add((picture, 1, 1, 1, proposal.Confidence, 0));
            output.WriteLine(string.Create(
                CultureInfo.InvariantCulture,
                $"{picture.Name,-32} by eye {Fractions(eye, size),-20} proposed {Fractions(proposal.Subject, size),-20} sure " +
                $"{proposal.Confidence:0.00} overlap {overlap:0.00} stays {string.Join(" ", shares.Select(share => $"{share:0.00}"))}"));
        }

        var subjects = rows.FindAll(row => row.Picture.Box is not null);
        var sure = rows.FindAll(row => row.Confidence > 0.8);
        output.WriteLine(
            $"{subjects.Count(row => row.Least >= 0.9)} of {subjects.Count} keep nine tenths in every shape, mean " +
            $"{subjects.Average(row => row.Mean):0.000}; {sure.Count(row => row.Overlap >= 0.5)} of {sure.Count} sure ones are right.");
        Assert.True(subjects.Count(row => row.Least >= 0.9) >= 0.9 * subjects.Count);
        Assert.True(subjects.Average(row => row.Mean) >= 0.98);
        Assert.True(subjects.Count(row => row.Picture.IsDemo && row.InThree >= 0.9) >= 9);
        Assert.True(sure.Count(row => row.Overlap >= 0.5) >= 0.9 * sure.Count && sure.Count >= 10);
    }

    [Fact]
    public void With_the_subject_given_every_demo_shape_that_can_hold_it_does_with_nothing_cut()
    {
        var (held, cannot) = (0, 0);
        foreach (var picture in Photograph.All.Where(one => one.IsDemo))
        {
            var facts = SourceProbe.Probe(picture.Path, 300_000_000).Facts;
            var eye = picture.In(facts.Size)!.Value;
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
        Assert.Equal(new SubjectProposal(null, null), Photograph.Propose(flat, new PixelSize(3600, 2400)));
    }

    [Theory]
    [InlineData(0, 120, 65)]
    [InlineData(450, 0, 65)]
    [InlineData(210, 270, 65)]
    [InlineData(220, 60, 140)]
    public void A_plain_disc_on_a_ground_that_fades_is_found_where_it_lies_even_at_the_edge(int left, int top, int radius)
    {
        using var fading = (Image.Xyz(600, 400)[1] * 0.2) + 120;
        using var ground = fading.Bandjoin([fading + 10, fading + 30]).Cast(Enums.BandFormat.Uchar)
            .Copy(interpretation: Enums.Interpretation.Srgb);
        using var picture = ground.Mutate(drawn => drawn.DrawCircle([190, 40, 40], left + radius, top + radius, radius, fill: true));
        var subject = Photograph.Propose(picture, new PixelSize(600, 400)).Subject;
        Assert.NotNull(subject);
        var disc = new PixelRect(left, top, (2 * radius) + 1, (2 * radius) + 1);
        Assert.True(Share(disc, subject.Value) > 0.9, $"{subject} for {disc}");
        Assert.True(subject.Value.Size.Count < 2 * disc.Size.Count, $"{subject} for {disc}");
    }

    // A shape that is narrower than both keeps as much of the tail as it can.
    [Fact]
    public void The_duller_tail_of_a_thing_is_wished_for_beside_it()
    {
        using var ground = (Image.Black(600, 400, bands: 3) + new[] { 200, 205, 210 }).Cast(Enums.BandFormat.Uchar)
            .Copy(interpretation: Enums.Interpretation.Srgb);
        using var picture = ground.Mutate(drawn =>
        {
            drawn.DrawRect([215, 155, 136], 330, 185, 150, 30, fill: true);
            drawn.DrawCircle([190, 20, 20], 270, 200, 60, fill: true);
        });
        var proposal = Photograph.Propose(picture, new PixelSize(600, 400));
        var (subject, wish) = (proposal.Subject!.Value, proposal.Wish!.Value);
        Assert.True(subject.Right < 420 && wish.Right > 475, $"{subject} in {wish}");
        Assert.Equal(subject.Size.Count, CoveredParts.Shared(wish, subject));
    }

    [Theory]
    [InlineData(1, 1)]
    [InlineData(2, 300)]
    [InlineData(1200, 4)]
    public void Proposes_something_that_lies_in_the_picture_however_small_it_is(int width, int height)
    {
        using var noise = Image.Gaussnoise(width, height, sigma: 60, mean: 128, seed: 3).Cast(Enums.BandFormat.Uchar);
        var picture = new PixelSize(width * 5, height * 5);
        var proposal = Photograph.Propose(noise.Copy(interpretation: Enums.Interpretation.Bw), picture);
        Assert.True(proposal.Subject is not { } subject || subject.LiesIn(picture));
        Assert.True(
            proposal.Focus is not { } focus || (focus.X >= 0 && focus.X <= picture.Width && focus.Y >= 0 && focus.Y <= picture.Height));
    }

    private static string Fractions(PixelRect? area, PixelSize size) => area is not { } box ? "none" : string.Create(
        CultureInfo.InvariantCulture,
        $"{(double)box.X / size.Width:0.00} {(double)box.Y / size.Height:0.00} " +
        $"{(double)box.Width / size.Width:0.00} {(double)box.Height / size.Height:0.00}");

    private static double Share(PixelRect eye, PixelRect crop) => (double)CoveredParts.Shared(eye, crop) / eye.Size.Count;

    // Intersection over union.
    private static double Overlap(PixelRect one, PixelRect other)
    {
        var shared = (double)CoveredParts.Shared(one, other);
        return shared / (one.Size.Count + other.Size.Count - shared);
    }

    private static PixelRect Framed(PixelSize size, AspectRatio ratio, SubjectProposal proposal)
    {
        var facts = Demo.Photograph(size);
        return SlotCrop.For(
            Demo.Plain(ratio.ToString(), PictureFormat.Jpeg) with { Breathing = 0.05 }, null,
            new FramedPicture(facts, SourceFraming.None, proposal)).Area;
    }
}
