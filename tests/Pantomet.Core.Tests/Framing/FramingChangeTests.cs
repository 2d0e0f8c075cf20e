using Pantomet.Core.Destinations;
using Pantomet.Core.Framing;
using Pantomet.Core.Measures;
using Pantomet.Core.Runs;
using Pantomet.Core.Sources;

namespace Pantomet.Core.Tests.Framing;

public sealed class FramingChangeTests
{
    private static readonly Slot Square = Slots.Of("1:1", new SizeRule.Widths([500])) with { Id = "a.square" };
    private static readonly Slot Round = Slots.Of("400x400") with { Id = "b.round" };
    private static readonly Slot Wide = Slots.Of("2:1", new SizeRule.Widths([900])) with { Id = "c.wide" };
    private static readonly Slot Tiered = Wide with
    {
        Id = "d.tiered",
        Tiers = [new Tier("narrow", 0, new Shape.Ratio(new AspectRatio(1, 1)), new SizeRule.Widths([400])),
            new Tier("wide", 800, new Shape.Ratio(new AspectRatio(2, 1)), new SizeRule.Widths([900]))],
    };

    private static readonly PixelRect Drawn = new(100, 200, 1000, 1000);

    private static Source Kite => Slots.Source(Slots.Photograph(3600, 2400)).WithSubject(new PixelRect(2448, 192, 720, 864));

    private static PixelRect CropIn(Slot slot, Source source, string? tier = null) =>
        SlotPlan.For(slot, source).Places.Single(place => place.Tier == tier).Crop.Area;

    private static Source After(Source source, params FramingChange[] changes) =>
        source with { Framing = changes.Aggregate(source.Framing, (framing, change) => change.ApplyTo(framing)) };

    [Fact]
    public void A_crop_serves_every_slot_and_tier_of_its_ratio_and_no_other()
    {
        var source = After(Kite, new FramingChange.Crop(Square, null, new HandFraming(Drawn)));
        Assert.Equal((Drawn, Drawn), (CropIn(Square, source), CropIn(Round, source)));
        Assert.Equal(CropIn(Wide, Kite), CropIn(Wide, source));
        Assert.Equal(Drawn, CropIn(Tiered, source, "narrow"));
        Assert.Equal(CropIn(Tiered, Kite, "wide"), CropIn(Tiered, source, "wide"));
    }

    [Fact]
    public void A_parted_slot_keeps_its_crop_and_goes_its_own_way()
    {
        var parted = After(Kite, new FramingChange.Crop(Square, null, new HandFraming(Drawn)), new FramingChange.Part(Round, null, true));
        Assert.Equal(Drawn, CropIn(Round, parted));
        var own = After(parted, new FramingChange.Crop(Round, null, new HandFraming(Drawn with { X = 900 })));
        Assert.Equal((100, 900), (CropIn(Square, own).X, CropIn(Round, own).X));
        var together = After(own, new FramingChange.Part(Round, null, false));
        Assert.Equal(Drawn, CropIn(Round, together));
    }

    [Fact]
    public void Back_to_automatic_takes_those_along_that_share_and_no_parted_one()
    {
        var source = After(
            Kite, new FramingChange.Crop(Square, null, new HandFraming(Drawn)), new FramingChange.Part(Round, null, true),
            new FramingChange.Automatic(Square, null));
        Assert.Equal(CropIn(Square, Kite), CropIn(Square, source));
        Assert.Equal(Drawn, CropIn(Round, source));
    }

    [Fact]
    public void A_parted_slot_is_automatic_by_itself_while_the_others_have_a_crop()
    {
        var source = After(
            Kite, new FramingChange.Part(Round, null, true), new FramingChange.Crop(Square, null, new HandFraming(Drawn)),
            new FramingChange.Automatic(Round, null));
        Assert.Equal((Drawn, CropIn(Round, Kite)), (CropIn(Square, source), CropIn(Round, source)));
    }

    [Fact]
    public void Each_tier_is_framed_apart_and_all_start_from_the_same_subject()
    {
        var source = After(Kite, new FramingChange.Crop(Tiered, "narrow", new HandFraming(Drawn)));
        Assert.Equal(Drawn, CropIn(Tiered, source, "narrow"));
        Assert.Equal(CropIn(Tiered, Kite, "wide"), CropIn(Tiered, source, "wide"));
        Assert.Equal(CropIn(Square, Kite), CropIn(Square, source));
        foreach (var tier in (string[])["narrow", "wide"])
            Assert.Equal(
                0, FramingFindings.ShareCut(
                    SlotPlan.For(Tiered, Kite).Places.Single(place => place.Tier == tier).Wishes, CropIn(Tiered, Kite, tier)));
    }

    [Fact]
    public void All_automatic_forgets_crops_and_padding_but_not_what_is_left_out()
    {
        var source = After(
            Kite, new FramingChange.Crop(Square, null, new HandFraming(Drawn)),
            new FramingChange.Crop(Tiered, "narrow", new HandFraming(Drawn)), new FramingChange.Pad(Wide, null, true),
            new FramingChange.LeaveOut(Round, null, true), new FramingChange.AllAutomatic());
        foreach (var slot in (Slot[])[Square, Wide])
            Assert.Equal(CropIn(slot, Kite), CropIn(slot, source));
        Assert.Equal(CropIn(Tiered, Kite, "narrow"), CropIn(Tiered, source, "narrow"));
        Assert.True(SlotPlan.For(Round, source).IsLeftOut);
        Assert.Equal(Kite.Framed.Subject, source.Framed.Subject);
    }

    [Fact]
    public void Padded_it_holds_all_of_the_subject_and_the_least_that_does()
    {
        var long_ = Kite.WithSubject(new PixelRect(200, 600, 3200, 500));
        var tall = Slots.Of("9:16", new SizeRule.Widths([500])) with { Id = "e.tall", Breathing = 0 };
        var place = SlotPlan.For(tall, After(long_, new FramingChange.Pad(tall, null, true))).Places[0];
        Assert.Equal(Fit.Pad, place.Crop.Fit);
        Assert.Equal((200, 3200), (place.Crop.Area.X, place.Crop.Area.Width));
        Assert.Equal(new PixelSize(500, 889), place.Wanted[0].File);
        Assert.DoesNotContain(place.Findings, finding => finding.Id == FramingFindings.SubjectCut);
    }

    [Fact]
    public void A_quarter_turn_exchanges_the_sides_of_every_crop_and_keeps_the_subject_in_it()
    {
        var turned = After(Kite, new FramingChange.TurnAll(new Rotation(1, false, 0)));
        var plan = SlotPlan.For(Wide, turned);
        Assert.Equal(new PixelSize(2400, 1200), plan.Crop.Size);
        // On the source the crop stands upright: 1,200 wide and 2,400 high.
        Assert.Equal(new PixelSize(1200, 2400), plan.Crop.Area.Size);
        Assert.DoesNotContain(plan.Findings, finding => finding.Id == FramingFindings.SubjectCut);
    }

    [Fact]
    public void What_a_change_takes_back_leaves_no_trace()
    {
        var source = After(
            Kite, new FramingChange.LeaveOut(Square, null, true), new FramingChange.LeaveOut(Square, null, false),
            new FramingChange.Pad(Wide, null, true), new FramingChange.Pad(Wide, null, false));
        Assert.Empty(source.Framing.Places);
    }
}
