using Pantomet.Core.Destinations;
using Pantomet.Core.Findings;
using Pantomet.Core.Framing;
using Pantomet.Core.Measures;
using Pantomet.Core.Runs;
using Pantomet.Core.Sources;

namespace Pantomet.Core.Tests.Runs;

public sealed class RemediesTests
{
    private static readonly Slot Story = Slots.Of("9:16", new SizeRule.Widths([1080])) with { Breathing = 0 };
    private static readonly PixelRect KiteWithTail = new(828, 192, 2340, 1800);

    private static Source Kite => Slots.Source(Slots.Photograph(3600, 2400)).WithSubject(KiteWithTail);

    private static PlacePlan Place(Slot slot, Source source) => SlotPlan.For(slot, source).Places[0];

    private static Dictionary<RemedyKind, Remedy> For(Slot slot, Source source) =>
        Remedies.For(slot, Place(slot, source)).ToDictionary(remedy => remedy.Kind);

    [Fact]
    public void Nothing_is_offered_where_nothing_is_wrong() => Assert.Empty(For(Slots.Of("1:1"), Kite));

    [Fact]
    public void Padding_is_offered_with_its_price_and_does_what_it_says()
    {
        var pad = For(Story, Kite)[RemedyKind.Pad];
        Assert.Contains("% of the file is #ffffff", pad.Sentence, StringComparison.Ordinal);
        var padded = Place(Story, Kite with { Framing = new FramingChange.Pad(Story, null, true).ApplyTo(Kite.Framing) });
        Assert.DoesNotContain(padded.Findings, finding => finding.Severity == Severity.Warn);
    }

    [Fact]
    public void The_shape_that_is_offered_holds_the_subject()
    {
        // 2,340 columns by all 2,400 rows: 0.975, rounded up to hundredths.
        var other = For(Story, Kite)[RemedyKind.OtherShape];
        Assert.Equal("9:16..49:50", other.Shape);
        Assert.True(Shape.TryParse(other.Shape!, out var shape));
        Assert.DoesNotContain(Place(Story with { Shape = shape }, Kite).Findings, finding => finding.Severity == Severity.Warn);
    }

    [Fact]
    public void Back_to_automatic_is_offered_where_the_hand_cut_what_the_rule_would_not()
    {
        var square = Slots.Of("1:1", new SizeRule.Widths([500]));
        var cut = Kite.WithHand(square, new PixelRect(0, 0, 1000, 1000));
        Assert.Contains("all of the subject stays", For(square, cut)[RemedyKind.Automatic].Sentence, StringComparison.Ordinal);
        Assert.False(For(Story, Kite).ContainsKey(RemedyKind.Automatic));
    }

    [Fact]
    public void Another_tier_is_offered_where_it_holds_the_subject()
    {
        var tiered = Story with
        {
            Tiers = [new Tier("narrow", 0, Story.Shape, new SizeRule.Widths([1080])),
                new Tier("wide", 900, new Shape.Ratio(new AspectRatio(3, 2)), new SizeRule.Widths([1500]))],
        };
        Assert.Contains("Leave narrow out: wide holds", For(tiered, Kite)[RemedyKind.OtherTier].Sentence, StringComparison.Ordinal);
    }

    [Fact]
    public void The_larger_source_that_is_asked_for_is_large_enough()
    {
        var banner = Slots.Of("3:2", new SizeRule.Widths([2500]));
        var small = Slots.Source(Slots.Photograph(640, 480));
        var remedy = For(banner, small)[RemedyKind.LargerSource];
        Assert.Equal("Take a larger file of this picture: 2,500 × 1,875 px give the 2,500 × 1,667 file.", remedy.Sentence);
        Assert.Empty(For(banner, Slots.Source(Slots.Photograph(2500, 1875))));
    }
}
