using Pantomet.Core.Destinations;
using Pantomet.Core.Findings;
using Pantomet.Core.Framing;
using Pantomet.Core.Measures;
using Pantomet.Core.Runs;
using Pantomet.Server.Runs;

namespace Pantomet.Server.Board;

/// <summary>A part of the board.</summary>
/// <param name="Slots">The columns, in the order in which destinations are shown.</param>
/// <param name="Rows">The rows asked for.</param>
/// <param name="Total">Rows in all.</param>
/// <param name="States">How many pairings stand where, in all rows and columns, whatever state is filtered for.</param>
/// <param name="Bytes">What the files of all rows and columns weigh together.</param>
/// <param name="Groups">Every group that a source is in.</param>
internal sealed record BoardAnswer(
    IReadOnlyList<BoardColumn> Slots, IReadOnlyList<BoardRow> Rows, int Total, IReadOnlyDictionary<PairingState, int> States, long Bytes,
    IReadOnlyList<string> Groups);

/// <summary>A column.</summary>
/// <param name="Slot">The slot's id.</param>
/// <param name="Settled">Pairings with nothing left to do: done, or left out.</param>
/// <param name="Blocked">Pairings that a finding stops.</param>
internal sealed record BoardColumn(string Slot, int Settled, int Blocked);

/// <summary>A row.</summary>
/// <param name="Id">The source's id.</param>
/// <param name="Stem">Its stem.</param>
/// <param name="Group">Its group.</param>
/// <param name="Width">In upright pixels.</param>
/// <param name="Height">In upright pixels.</param>
/// <param name="Cells">One for each column.</param>
internal sealed record BoardRow(string Id, string Stem, string Group, int Width, int Height, IReadOnlyList<BoardCell> Cells);

/// <summary>A pairing at a glance.</summary>
/// <param name="State">Where it stands.</param>
/// <param name="Done">Files that are settled.</param>
/// <param name="Files">Files that the plan asks for.</param>
/// <param name="Bytes">What its files weigh together.</param>
/// <param name="ByHand">Whether a person framed it.</param>
/// <param name="Finding">The worst that is to be said of it.</param>
/// <param name="Place">What it looks like: the slot, or the tier of its own shape, or else the first tier.</param>
internal sealed record BoardCell(PairingState State, int Done, int Files, long Bytes, bool ByHand, Finding? Finding, BoardPlace? Place)
{
    /// <summary>Of a source that is gone.</summary>
    public static BoardCell Nothing { get; } = new(PairingState.Open, 0, 0, 0, false, null, null);

    /// <param name="slot">The column's.</param>
    /// <param name="standing">Where it stands.</param>
    /// <param name="plan">What would be made.</param>
    /// <param name="failed">Why a file could not be made; null where none failed.</param>
    public static BoardCell Of(Slot slot, PairingStatus standing, SlotPlan plan, Finding? failed)
    {
        var worst = failed ??
            plan.Findings.Where(finding => finding.Severity != Severity.Note)
                .OrderByDescending(finding => finding.Severity == Severity.Stop).FirstOrDefault();
        var shown = plan.Places.FirstOrDefault(place => place.Part.Shape == slot.Shape) ?? plan.Places[0];
        return new BoardCell(
            standing.State, standing.Done, plan.Variants.Count, standing.Bytes, plan.Places.Any(place => place.Crop.IsByHand), worst,
            BoardPlace.Of(shown));
    }
}

/// <summary>How a source looks in a place; the same members as of a framed place.</summary>
internal sealed record BoardPlace(PixelRect Crop, Rotation Turn, Fit Fit, PixelSize File, PixelSize Picture)
{
    public static BoardPlace Of(PlacePlan place)
    {
        var (file, picture) = place.Wanted is [var largest, ..] ? (largest.File, largest.Picture) : (place.Crop.Size, place.Crop.Size);
        return new BoardPlace(place.Crop.Area, place.Crop.Rotation, place.Crop.Fit, file, picture);
    }
}
