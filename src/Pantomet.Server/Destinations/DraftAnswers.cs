using Pantomet.Core.Destinations;
using Pantomet.Core.Sizing;

namespace Pantomet.Server.Destinations;

/// <summary>What a destination document would mean, if it were saved.</summary>
/// <param name="Problems">What is wrong, with the field at fault.</param>
/// <param name="Notices">What is worth knowing.</param>
/// <param name="Drawings">Of the slots that can be read.</param>
/// <param name="Summaries">What each of them makes.</param>
/// <param name="Layouts">Of the slot that was asked for: its width ladders, one or one for each tier.</param>
/// <param name="FileNames">Of the slot that was asked for, for an example.</param>
/// <param name="Devices">How many screens its table has.</param>
internal sealed record DraftAnswer(
    IReadOnlyList<DocumentProblem> Problems,
    IReadOnlyList<DocumentProblem> Notices,
    IReadOnlyList<SlotDrawing> Drawings,
    IReadOnlyList<SlotOutcome> Summaries,
    IReadOnlyList<LayoutOutcome> Layouts,
    IReadOnlyList<string> FileNames,
    int Devices);

/// <summary>What a slot makes of a picture that is large enough.</summary>
internal sealed record SlotOutcome(string Slot, int Files, string Sentence);

/// <summary>What comes out of a layout.</summary>
/// <param name="Tier">The tier it is for; null for the slot.</param>
/// <param name="Sizes">The <c>sizes</c> attribute.</param>
/// <param name="Rows">What each row comes to.</param>
/// <param name="Plot">Shown width over viewport width, as pairs of CSS px.</param>
/// <param name="Widths">Of the files in px, rising.</param>
/// <param name="Ladders">The chosen ladder and the others to compare it with.</param>
/// <param name="Visits">Shares of visits by the pixels that are needed, as pairs, rising.</param>
/// <param name="Devices">Device by device, those of the most visits first; at most <see cref="MaxDevices"/>.</param>
/// <param name="DeviceCount">How many there are in all.</param>
internal sealed record LayoutOutcome(
    string? Tier,
    string Sizes,
    IReadOnlyList<RowOutcome> Rows,
    IReadOnlyList<double[]> Plot,
    IReadOnlyList<int> Widths,
    IReadOnlyList<LadderOutcome> Ladders,
    IReadOnlyList<double[]> Visits,
    IReadOnlyList<DeviceOutcome> Devices,
    int DeviceCount)
{
    public const int MaxDevices = 100;
    private const int PlotTo = 1920;

    public static LayoutOutcome Of(string? tier, LayoutLadder ladder)
    {
        var layout = ladder.Layout;
        var last = Math.Max(PlotTo, layout.Rows[^1].FromPx + 200);
        var cost = ladder.Cost();
        return new LayoutOutcome(
            tier,
            layout.SizesAttribute(),
            [.. layout.Rows.Select((row, index) => RowOutcome.Of(layout, index))],
            [.. layout.Plot(PageLayout.NarrowestViewport, last).Select(point => new[] { point.ViewportPx, point.WidthPx })],
            ladder.Widths,
            [.. LadderComparison.Of(ladder).Select(LadderOutcome.Of)],
            [.. ladder.Demands.GroupBy(demand => demand.NeededPx).OrderBy(group => group.Key)
                .Select(group => new[] { group.Key, group.Sum(demand => demand.Device.Share) })],
            [.. cost.Devices.OrderByDescending(device => device.Demand.Device.Share).Take(MaxDevices).Select(DeviceOutcome.Of)],
            cost.Devices.Count);
    }
}

/// <summary>What a row of a layout comes to.</summary>
/// <param name="From">First viewport width, CSS px.</param>
/// <param name="Css">The width as CSS.</param>
/// <param name="Least">The narrowest that the picture is shown in it, CSS px.</param>
/// <param name="Most">The widest, CSS px; of the last row, up to a viewport of 1,920 px.</param>
internal sealed record RowOutcome(int From, string Css, double Least, double Most)
{
    public static RowOutcome Of(PageLayout layout, int index)
    {
        var row = layout.Rows[index];
        var first = Math.Max(row.FromPx, PageLayout.NarrowestViewport);
        var last = Math.Max(first, Math.Min(layout.LastPx(index), Math.Max(1920, row.FromPx)));
        var widths = layout.Plot(first, last).Select(point => point.WidthPx).DefaultIfEmpty(row.Width.At(first)).ToList();
        return new RowOutcome(row.FromPx, row.Width.ToCss(), widths.Min(), widths.Max());
    }
}

/// <summary>A way to choose widths, and what it costs.</summary>
/// <param name="Choice">In a word: byHand, even, best, oneFile.</param>
/// <param name="Widths">Of the files in px, rising.</param>
/// <param name="BytesPerVisit">Expected bytes of the picture.</param>
/// <param name="Waste">Share sent beyond what is owed.</param>
/// <param name="UnderServed">Share of visits with too few pixels.</param>
internal sealed record LadderOutcome(
    string Choice, IReadOnlyList<int> Widths, double BytesPerVisit, double Waste, double UnderServed)
{
    public static LadderOutcome Of(ComparedLadder ladder) => new(
        ladder.Choice switch
        {
            LadderChoice.ByHand => "byHand",
            LadderChoice.Even => "even",
            LadderChoice.OneFile => "oneFile",
            _ => "best",
        },
        ladder.Widths, ladder.Cost.BytesPerVisit, ladder.Cost.Waste, ladder.Cost.UnderServed);
}

/// <summary>What a device gets.</summary>
internal sealed record DeviceOutcome(
    int Viewport, double Density, double Share, double Shown, double Wanted, int Needed, int Sent, double Bytes, bool IsUnderServed)
{
    public static DeviceOutcome Of(DeviceCost cost) => new(
        cost.Demand.Device.ViewportPx, cost.Demand.Device.Density.Value, cost.Demand.Device.Share, cost.Demand.ShownPx,
        cost.Demand.WantedPx,
        cost.Demand.NeededPx, cost.SentPx, cost.Bytes, cost.IsUnderServed);
}

/// <summary>What saving a document would do to files that are there.</summary>
/// <param name="StaleFiles">Files that are right today and would be out of date.</param>
/// <param name="StaleSources">Sources that they were made from.</param>
/// <param name="ParentlessFiles">Files that are right today and would have no slot any more.</param>
internal sealed record Consequences(int StaleFiles, int StaleSources, int ParentlessFiles);
