using System.Globalization;
using Pantomet.Core.Measures;
using Pantomet.Core.Sizing;

namespace Pantomet.Core.Destinations;

/// <summary>Reads how wide a picture is shown, and which widths are made for it.</summary>
internal static class LayoutReader
{
    private const int MaxRows = 24;
    private const int ProbeStep = 8;

    public static LayoutLadder? Read(LayoutDocument document, IReadOnlyList<Device> devices, Func<int, double> bytes, ProblemList list)
    {
        var before = list.Count;
        var rows = document.Rows.Select((row, index) => new LayoutRow(row.From, ReadWidth(row, list.In($"rows[{index}]")))).ToList();
        if (!list.Check(rows.Count is >= 1 and <= MaxRows, "rows", $"A layout has 1 to {MaxRows} rows."))
            return null;
        list.Check(rows[0].FromPx == 0, "rows[0].from", "The first row holds from viewport width 0 on.");
        for (var index = 0; index < rows.Count; index++)
        {
            list.Check(
                rows[index].FromPx is >= 0 and <= SizeRule.MaxPixelsPerSide, $"rows[{index}].from",
                "A viewport width has 0 to 16,383 CSS px.");
            if (index > 0 && rows[index].FromPx == rows[index - 1].FromPx)
                list.Check(
                    false, $"rows[{index}].from", $"Two rows begin at {rows[index].FromPx} px. Only one can hold; take the other out.");
            else if (index > 0)
                list.Check(
                    rows[index].FromPx > rows[index - 1].FromPx, $"rows[{index}].from",
                    $"{rows[index].FromPx} px comes after {rows[index - 1].FromPx} px. Rows rise by viewport width; put them in order.");
        }

        var promise = ReadPromise(document.Ladder, list.In("ladder"));
        var choice = ReadChoice(document.Ladder, list.In("ladder"));
        if (list.Count > before)
            return null;
        var layout = new PageLayout(rows);
        CheckWidths(layout, devices, list);
        return list.Count > before ? null : new LayoutLadder(layout, choice!, promise, Demand.Of(layout, devices, promise), bytes);
    }

    private static CssLength ReadWidth(LayoutRowDocument row, ProblemList list)
    {
        var nothing = new CssLength.Px(1);
        if (!list.Check((row.Width is null) != (row.Columns is null), "width", "Say either a width or columns."))
            return nothing;
        if (row.Columns is { } columns)
            return ReadColumns(columns, list.In("columns"))?.Width() ?? nothing;
        var isLength = CssLengthReader.TryRead(row.Width!, out var length, out var problem);
        list.Check(isLength, "width", problem);
        return isLength ? length : nothing;
    }

    private static Columns? ReadColumns(ColumnsDocument columns, ProblemList list)
    {
        var before = list.Count;
        static bool IsLength(double? px) => px is null or (>= 0 and <= SizeRule.MaxPixelsPerSide);
        list.Check(columns.Count is >= 1 and <= 48, "count", "A grid has 1 to 48 columns.");
        list.Check(columns.Span >= 1 && columns.Span <= columns.Count, "span", $"The picture takes 1 to {columns.Count} columns.");
        list.Check(
            IsLength(columns.Container) && columns.Container != 0, "container", "The container has more than 0 and at most 16,383 CSS px.");
        list.Check(IsLength(columns.Margin), "margin", "A margin has 0 to 16,383 CSS px.");
        list.Check(IsLength(columns.Gap), "gap", "A gap has 0 to 16,383 CSS px.");
        return list.Count > before
            ? null
            : new Columns(columns.Container, columns.Margin ?? 0, columns.Count, columns.Gap ?? 0, columns.Span);
    }

    private static Promise ReadPromise(LadderDocument ladder, ProblemList list)
    {
        list.Check(
            ladder.DensityCap is null ||
                Density.IsValid(ladder.DensityCap.Value), "densityCap", $"A density is above 0 and at most {Density.Most}.");
        list.Check(
            ladder.LeastShare is null or (> 0 and <= 1), "leastShare",
            "The share of the pixels that is owed is above 0 and at most 1 (100 %).");
        list.Check(ladder.Widest is null || SizesReader.IsSide(ladder.Widest.Value), "widest", SizesReader.SideSentence);
        return new Promise(
            ladder.DensityCap, ladder.LeastShare ?? 1, Math.Min(ladder.Widest ?? SizeRule.MaxPixelsPerSide, SizeRule.MaxPixelsPerSide));
    }

    private static LadderChoice? ReadChoice(LadderDocument ladder, ProblemList list)
    {
        static bool IsCount(int files) => files is >= 1 and <= BestLadder.MaxFiles;
        const string countSentence = "A ladder has 1 to 40 files.";
        if (!list.Check(ladder.Said == 1, "", "Say exactly one of widths, even, best and oneFile."))
            return null;
        switch (ladder)
        {
            case { Widths: { } widths }:
                return new LadderChoice.ByHand([.. SizesReader.Sides(widths, "widths", "width", list).Reverse()]);
            case { Even: { } files }:
                list.Check(IsCount(files), "even", countSentence);
                return new LadderChoice.Even(files);
            case { Best: { Files: { } files, Waste: null } }:
                list.Check(IsCount(files), "best.files", countSentence);
                return new LadderChoice.BestOfFiles(files);
            case { Best: { Files: null, Waste: { } waste } }:
                list.Check(waste is > 0 and <= 10, "best.waste", "The waste is above 0; 0.1 means 10 %.");
                return new LadderChoice.BestWithin(waste);
            case { Best: not null }:
                list.Check(false, "best", "Say either how many files or how much waste.");
                return null;
            default:
                list.Check(ladder.OneFile is >= 0.1 and <= 4, "oneFile", "The factor lies between 0.1 and 4.");
                return new LadderChoice.OneFile(ladder.OneFile ?? 1);
        }
    }

    // HTML gives a source size that is not above 0 no meaning, and no file can be as wide as the sum of two screens.
    private static void CheckWidths(PageLayout layout, IReadOnlyList<Device> devices, ProblemList list)
    {
        for (var index = 0; index < layout.Rows.Count; index++)
        {
            var first = Math.Max(layout.Rows[index].FromPx, PageLayout.NarrowestViewport);
            var last = layout.LastPx(index);
            var probes = Enumerable.Range(0, Math.Max(0, (last - first) / ProbeStep) + 1).Select(step => first + (step * ProbeStep))
                .Append(last)
                .Concat(devices.Select(device => device.ViewportPx).Distinct().Where(px => px >= layout.Rows[index].FromPx && px <= last))
                .Where(px => px <= last);
            var (row, wrong) =
                (layout.Rows[index], probes.Cast<int?>()
                    .FirstOrDefault(
                        viewport => layout.Rows[index].Width.At(viewport!.Value) is not (> 0 and <= SizeRule.MaxPixelsPerSide)));
            if (wrong is { } at)
                list.Check(
                    false, $"rows[{index}].width",
                    string.Create(
                        CultureInfo.InvariantCulture,
                        $"At a viewport of {at:#,0} px the width is {row.Width.At(at):#,0.#} px. It must be above 0 and at most 16,383."));
        }
    }
}
