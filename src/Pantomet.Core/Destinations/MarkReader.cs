using Pantomet.Core.Measures;
using Pantomet.Core.Treatments;

namespace Pantomet.Core.Destinations;

/// <summary>Reads the mark of a slot.</summary>
internal static class MarkReader
{
    private const int Digits = 64;

    // Common practice, no source.
    private const double UsualSize = 0.15;
    private const double UsualMargin = 0.04;

    /// <summary>Reads it, adding to a list of problems.</summary>
    /// <param name="mark">As it is written.</param>
    /// <param name="list">What is wrong.</param>
    public static SlotMark Read(MarkDocument mark, ProblemList list)
    {
        list.Check(IsSourceId(mark.Picture), "picture", NoSource);
        list.Check(mark.LightPicture is null || IsSourceId(mark.LightPicture), "lightPicture", NoSource);
        var (size, margin, opacity) = (mark.Size ?? UsualSize, mark.Margin ?? UsualMargin, mark.Opacity ?? 1);
        list.Check(size is >= 0.02 and <= 1, "size", "The size of a mark goes from 0.02 to 1 of the picture's shorter side.");
        list.Check(margin is >= 0 and <= 0.4, "margin", "The margin of a mark goes from 0 to 0.4 of the picture's shorter side.");
        list.Check(
            size + (2 * margin) <= 1.0001, "size", "The mark and its margins are larger than the picture. Make one of them smaller.");
        list.Check(opacity is >= 0.05 and <= 1, "opacity", "The opacity of a mark goes from 0.05 to 1.");
        var anchor = TreatmentsReader.ReadAnchor(mark.Anchor, list) ?? Anchor.BottomRight;
        return new SlotMark(mark.Picture, mark.LightPicture, anchor, size, margin, opacity);
    }

    /// <summary>Whether something is written as the SHA-256 of a file.</summary>
    /// <param name="text">Any.</param>
    public static bool IsSourceId(string text) =>
        text.Length == Digits && text.All(digit => digit is (>= '0' and <= '9') or (>= 'a' and <= 'f'));

    private const string NoSource = "A mark is a picture of this library: give the id of its source, 64 digits.";
}
