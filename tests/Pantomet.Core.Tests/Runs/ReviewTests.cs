using Pantomet.Core.Destinations;
using Pantomet.Core.Framing;
using Pantomet.Core.Framing.Proposing;
using Pantomet.Core.Measures;
using Pantomet.Core.Runs;
using Pantomet.Core.Sources;

namespace Pantomet.Core.Tests.Runs;

public sealed class ReviewTests
{
    private static readonly Slot Story = Slots.Of("9:16", new SizeRule.Widths([1080])) with { Id = "a.story", Breathing = 0 };
    private static readonly Slot Banner = Slots.Of("3:2", new SizeRule.Widths([5000])) with { Id = "b.banner", Breathing = 0 };
    private static readonly Slot Square = Slots.Of("1:1", new SizeRule.Widths([500])) with { Id = "c.square", Breathing = 0 };

    private static readonly PixelRect KiteWithTail = new(828, 192, 2340, 1800);

    private static Source Kite => Slots.Source(Slots.Photograph(3600, 2400)).WithSubject(KiteWithTail);

    private static SourceReview Of(Source source) =>
        Review.Of(source, new[] { Square, Banner, Story }.SelectMany(slot => PlacePlan.AllOf(slot, source)));

    [Fact]
    public void The_cut_subject_comes_before_missing_pixels_and_what_is_good_does_not_come() =>
        Assert.Equal(
            [("a.story", ReviewReason.SubjectCut), ("b.banner", ReviewReason.LittleResolution)],
            Of(Kite).Items.Select(item => (item.Slot!, item.Reasons[0])));

    [Fact]
    public void An_unconfirmed_subject_comes_once_with_no_alarm_before_its_time_and_before_what_has_too_few_pixels()
    {
        var proposed = Kite with { Framing = SourceFraming.None, Proposal = new SubjectProposal(KiteWithTail, KiteWithTail.Centre) };
        var items = Of(proposed).Items;
        Assert.Equal((null, ReviewReason.Unconfirmed), (items[0].Slot, items[0].Reasons[0]));
        Assert.Equal(items[1].Weight, items[0].Weight);
        Assert.Equal([(null, ReviewReason.Unconfirmed), ("b.banner", ReviewReason.LittleResolution)],
            items.Select(item => (item.Slot, Assert.Single(item.Reasons))));
    }

    [Fact]
    public void What_was_accepted_stays_away_until_there_is_something_else_to_see()
    {
        var accepted =
            Kite with
            {
                Framing = new FramingChange.Accept(Story, null, Review.SeenAt(SlotPlan.For(Story, Kite).Places[0])).ApplyTo(
                Kite.Framing)
            };
        Assert.Equal(["b.banner"], Of(accepted).Items.Select(item => item.Slot));
        Assert.Equal(Of(Kite).Settled + 1, Of(accepted).Settled);
        Assert.Contains(Of(accepted.WithSubject(KiteWithTail with { X = 820 })).Items, item => item.Slot == "a.story");
    }

    [Fact]
    public void What_is_left_out_is_settled()
    {
        var without = Kite with { Framing = new FramingChange.LeaveOut(Banner, null, true).ApplyTo(Kite.Framing) };
        Assert.Equal(["a.story"], Of(without).Items.Select(item => item.Slot));
    }

    [Fact]
    public void A_crop_by_hand_of_a_replaced_file_comes_though_nothing_else_is_wrong()
    {
        var byHand = Kite.WithHand(Square, new PixelRect(800, 0, 2400, 2400));
        Assert.DoesNotContain(Of(byHand).Items, item => item.Slot == "c.square");
        var replaced =
            byHand with
            {
                Framing = byHand.Framing.WithShared(
                Square.Shape, new HandFraming(new PixelRect(800, 0, 2400, 2400), null, IsFromReplaced: true))
            };
        Assert.Equal([ReviewReason.Replaced], Of(replaced).Items.Single(item => item.Slot == "c.square").Reasons);
    }
}
