using Pantomet.Core.Measures;
using Pantomet.Core.Pictures;
using Pantomet.Core.Sizing;

namespace Pantomet.Core.Tests.Sizing;

public sealed class LadderComparisonTests
{
    private static readonly PageLayout Half = new([new LayoutRow(0, new CssLength.Vw(50))]);

    [Fact]
    public void The_chosen_ladder_stands_first_and_beside_what_it_was_not_chosen_from()
    {
        Assert.Equal(
            [typeof(LadderChoice.BestOfFiles), typeof(LadderChoice.Even), typeof(LadderChoice.OneFile)],
            Kinds(new LadderChoice.BestOfFiles(5)));
        Assert.Equal(
            [typeof(LadderChoice.ByHand), typeof(LadderChoice.BestOfFiles), typeof(LadderChoice.Even), typeof(LadderChoice.OneFile)],
            Kinds(new LadderChoice.ByHand([400, 900])));
        Assert.Equal(
            [typeof(LadderChoice.BestWithin), typeof(LadderChoice.Even), typeof(LadderChoice.OneFile)],
            Kinds(new LadderChoice.BestWithin(0.1)));
        Assert.Equal(
            [typeof(LadderChoice.OneFile), typeof(LadderChoice.BestOfFiles), typeof(LadderChoice.Even)],
            Kinds(new LadderChoice.OneFile(LadderComparison.DefaultFactor)));
    }

    [Fact]
    public void Others_have_as_many_files_as_the_chosen_one() =>
        Assert.Equal(
            [2, 2, 2, 1], LadderComparison.Of(Ladder(new LadderChoice.ByHand([400, 1280]))).Select(compared => compared.Widths.Count));

    [Fact]
    public void A_ladder_by_hand_that_ends_too_early_is_shown_to_under_serve()
    {
        var compared = LadderComparison.Of(Ladder(new LadderChoice.ByHand([400])));
        Assert.InRange(compared[0].Cost.UnderServed, 0.01, 0.99);
        Assert.Equal(0, compared[1].Cost.UnderServed);
    }

    [Fact]
    public void No_file_is_wider_than_the_promise_says_and_nobody_is_owed_more()
    {
        var ladder = Ladder(new LadderChoice.BestOfFiles(4), Promise.Full with { WidestPx = 500 });
        Assert.Equal(500, ladder.Widths[^1]);
        Assert.Equal(0, ladder.Cost().UnderServed);
    }

    [Fact]
    public void Bytes_never_fall_as_widths_rise_and_stop_at_the_cap()
    {
        foreach (var format in (PictureFormat[])[PictureFormat.Avif, PictureFormat.WebP, PictureFormat.Jpeg, PictureFormat.Png,
            PictureFormat.Tiff])
        {
            var bytes = BytesPerWidth.For(format).ByWidth(new AspectRatio(3, 2), new ByteCount(200_000));
            var weights = Enumerable.Range(1, 3000).Select(bytes).ToList();
            Assert.Equal(weights.Order(), weights);
            Assert.Equal(200_000, weights[^1]);
        }
    }

    private static IEnumerable<Type> Kinds(LadderChoice choice) =>
        LadderComparison.Of(Ladder(choice)).Select(compared => compared.Choice.GetType());

    private static LayoutLadder Ladder(LadderChoice choice, Promise? promise = null) => new(
        Half, choice, promise ??
            Promise.Full, Demand.Of(Half, Devices.Invented, promise ?? Promise.Full),
                BytesPerWidth.For(PictureFormat.WebP).ByWidth(new AspectRatio(3, 2), null));
}
