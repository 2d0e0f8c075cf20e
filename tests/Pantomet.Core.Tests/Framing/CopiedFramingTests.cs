using Pantomet.Core.Framing;
using Pantomet.Core.Framing.Proposing;
using Pantomet.Core.Measures;
using Pantomet.Core.Sources;

namespace Pantomet.Core.Tests.Framing;

public sealed class CopiedFramingTests
{
    private static readonly Core.Destinations.Slot Square = Slots.Of("1:1");

    private static Source Of(int width, int height) => Slots.Source(Slots.Photograph(width, height));

    [Fact]
    public void As_a_fraction_everything_lies_where_it_lay()
    {
        var from = Of(3600, 2400).WithSubject(new PixelRect(900, 600, 1800, 1200), new PixelPoint(1000, 700))
            .WithHand(Square, new PixelRect(600, 0, 2400, 2400));
        var copied = CopiedFraming.AsFraction(from.Framed, Of(1800, 1200).Framed);
        Assert.Equal((new PixelRect(450, 300, 900, 600), new PixelPoint(500, 350)), (copied.Subject, copied.Focus));
        Assert.Equal(new PixelRect(300, 0, 1200, 1200), copied.HandAt(Square, null)!.Crop);
    }

    [Fact]
    public void As_a_fraction_a_proposal_goes_along_as_the_subject_it_stands_for()
    {
        var from = Of(1000, 1000) with { Proposal = new SubjectProposal(new PixelRect(100, 100, 300, 300), new PixelPoint(200, 200)) };
        var copied = CopiedFraming.AsFraction(from.Framed, Of(500, 500).Framed);
        Assert.Equal(new PixelRect(50, 50, 150, 150), copied.Subject);
    }

    [Fact]
    public void Around_the_subject_a_crop_moves_and_grows_with_it_and_the_other_keeps_its_own()
    {
        var from = Of(3600, 2400).WithSubject(new PixelRect(1000, 1000, 400, 400)).WithHand(Square, new PixelRect(800, 800, 800, 800));
        var to = Of(3600, 2400).WithSubject(new PixelRect(2000, 500, 600, 600));
        var copied = CopiedFraming.AsSubjectPosition(from.Framed, to.Framed)!;
        Assert.Equal(to.Framed.Subject, copied.Subject);
        Assert.Equal(new PixelRect(1700, 200, 1200, 1200), copied.HandAt(Square, null)!.Crop);
    }

    [Fact]
    public void Around_the_subject_a_crop_that_would_reach_outside_is_pushed_in()
    {
        var from = Of(3600, 2400).WithSubject(new PixelRect(1000, 1000, 400, 400)).WithHand(Square, new PixelRect(400, 400, 1600, 1600));
        var copied = CopiedFraming.AsSubjectPosition(from.Framed, Of(3600, 2400).WithSubject(new PixelRect(0, 0, 400, 400)).Framed)!;
        Assert.Equal(new PixelRect(0, 0, 1600, 1600), copied.HandAt(Square, null)!.Crop);
        Assert.Null(CopiedFraming.AsSubjectPosition(from.Framed, Of(100, 100).Framed));
    }

    [Fact]
    public void A_better_file_of_the_same_proportions_is_not_put_up_for_review()
    {
        var framing = Of(1280, 1600).WithHand(Square, new PixelRect(64, 160, 640, 640)).Framing;
        var same = CopiedFraming.ForReplaced(framing, new PixelSize(1280, 1600), new PixelSize(2600, 3250));
        Assert.Equal(new HandFraming(new PixelRect(130, 325, 1300, 1300)), same.HandAt(Square, null));
        Assert.True(
            CopiedFraming.ForReplaced(framing, new PixelSize(1280, 1600), new PixelSize(2600, 2600)).HandAt(Square, null)!.IsFromReplaced);
    }

    [Fact]
    public void What_was_accepted_on_one_picture_is_not_on_another()
    {
        var from = Of(3600, 2400) with { Framing = new FramingChange.Accept(Square, null, "seen").ApplyTo(SourceFraming.None) };
        Assert.Empty(CopiedFraming.AsFraction(from.Framed, Of(1800, 1200).Framed).Places);
    }
}
