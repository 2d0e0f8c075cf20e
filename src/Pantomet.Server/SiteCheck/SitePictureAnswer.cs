using Pantomet.Core.Findings;
using Pantomet.Core.Pictures;
using Pantomet.Core.SiteCheck;
using Pantomet.Sites;
using Pantomet.Sites.Joining;

namespace Pantomet.Server.SiteCheck;

/// <summary>A size in CSS px.</summary>
/// <param name="Width">CSS px.</param>
/// <param name="Height">CSS px; null where it is not known.</param>
internal sealed record ShownAnswer(double Width, double? Height);

/// <summary>A picture file.</summary>
/// <param name="Id">Its id within all checks.</param>
/// <param name="Address">Of the file.</param>
/// <param name="Page">The first page that asks for it; null where none does.</param>
/// <param name="Bytes">What it weighs; null where that is not known.</param>
/// <param name="Width">Pixels, upright; null where it was not looked at.</param>
/// <param name="Height">Pixels, upright; null where it was not looked at.</param>
/// <param name="Format">Its format; null where it was not looked at.</param>
/// <param name="Shown">The largest size at which it is shown; null where none is known.</param>
/// <param name="NeededPx">How wide it need be for the densest screens; null where that is not known.</param>
/// <param name="PossibleBytes">What a better file weighs; null where its own weight is not known.</param>
/// <param name="Possible">How that is known.</param>
/// <param name="HasFile">Whether its bytes are there.</param>
/// <param name="Path">Where it lay in the folder or ZIP; null where it came by another way.</param>
/// <param name="Places">Where it is shown.</param>
/// <param name="Findings">What is to be said of it, the worst first.</param>
internal sealed record SitePictureAnswer(
    long Id, string Address, string? Page, long? Bytes, int? Width, int? Height, PictureFormat? Format, ShownAnswer? Shown, int? NeededPx,
    long? PossibleBytes, PossibleState Possible, bool HasFile, string? Path, IReadOnlyList<SitePlaceAnswer> Places,
    IReadOnlyList<Finding> Findings)
{
    public static SitePictureAnswer Of(SitePictureRow row)
    {
        var largest = row.Places.SelectMany(place => place.Seen).MaxBy(seen => seen.WidthPx);
        return new SitePictureAnswer(
            row.Sequence, row.Address, row.Places.Count == 0 ? null : SiteAddress.Shown(row.Places[0].Page), row.Bytes, row.Width,
            row.Height, row.Format, largest is null ? null : new ShownAnswer(largest.WidthPx, largest.HeightPx), row.NeededPx,
            row.PossibleBytes, row.PossibleState, row.Sha256 is not null, row.Path, [.. row.Places.Select(SitePlaceAnswer.Of)],
            FindingsOf(row));
    }

    private static IReadOnlyList<Finding> FindingsOf(SitePictureRow row)
    {
        if (row is not { Bytes: { } bytes, PossibleBytes: { } possible, PossibleState: PossibleState.Made or PossibleState.Estimated })
            return row.Findings;
        var heavy = SavingsMaker.HeavyOf(row);
        return [.. WeightFindings.Of(bytes, possible, heavy.Better.Count < heavy.File.Count).Concat(row.Findings)
            .OrderByDescending(finding => finding.Severity)];
    }
}

/// <summary>A place in which a picture is shown.</summary>
/// <param name="Page">Address of the page.</param>
/// <param name="Use">How the page asks for it.</param>
/// <param name="Shown">At which sizes, the smallest window first.</param>
/// <param name="IsKnown">Whether these are all.</param>
internal sealed record SitePlaceAnswer(string Page, PictureUse Use, IReadOnlyList<SeenAnswer> Shown, bool IsKnown)
{
    public static SitePlaceAnswer Of(FilePlace place) => new(
        SiteAddress.Shown(place.Page), place.Use,
        [.. place.Seen.OrderBy(seen => seen.Window.WidthPx).Select(seen => new SeenAnswer(
            seen.Window.WidthPx, seen.Window.Density, seen.WidthPx, seen.HeightPx))], place.IsKnown);
}

/// <summary>A picture in a window.</summary>
/// <param name="ViewportPx">Width of the window, CSS px.</param>
/// <param name="Density">Of its screen.</param>
/// <param name="Width">Of the picture, CSS px.</param>
/// <param name="Height">Of the picture, CSS px; null where it is not known.</param>
internal sealed record SeenAnswer(double ViewportPx, double Density, double Width, double? Height);
