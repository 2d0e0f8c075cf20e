using System.IO.Compression;
using Pantomet.Core.Packages;

namespace Pantomet.Server.Packages;

/// <summary>Files of one place in a package.</summary>
/// <param name="Destination">The destination's name.</param>
/// <param name="Slot">The slot's name.</param>
/// <param name="Files">How many.</param>
/// <param name="Bytes">All of them together.</param>
internal sealed record PackedPlace(string Destination, string Slot, int Files, long Bytes);

/// <summary>What a package holds and what it does not, in short.</summary>
/// <param name="Places">In the order of the package.</param>
/// <param name="Missing">The first of what was asked for and is not in it; reasons that few have come first.</param>
/// <param name="MissingTotal">All of that.</param>
/// <param name="Withdrawn">The first of the paths that are no longer wanted.</param>
/// <param name="WithdrawnTotal">All of them.</param>
/// <param name="Markup">Paths of the HTML that shows its pictures, slot by slot.</param>
/// <param name="HasPreview">Whether there is a page that shows every picture in its place.</param>
internal sealed record PackageContents(
    IReadOnlyList<PackedPlace> Places, IReadOnlyList<MissingEntry> Missing, int MissingTotal, IReadOnlyList<string> Withdrawn,
    int WithdrawnTotal, IReadOnlyList<string> Markup, bool HasPreview)
{
    private const int MaxListed = 200;

    /// <summary>Read from the package itself, so that what is said of it is what was handed over.</summary>
    /// <param name="zip">A package.</param>
    public static async Task<PackageContents> OfAsync(ZipArchive zip)
    {
        await using var stream = zip.GetEntry(Manifest.FileName)!.Open();
        var (_, files, missing, withdrawn, _) = await Manifest.ReadAsync(stream);
        var places = files.GroupBy(file => (file.Destination, file.Slot))
            .Select(place => new PackedPlace(place.Key.Destination, place.Key.Slot, place.Count(), place.Sum(file => file.Bytes)));
        // What stands alone would be lost among the hundreds that are only not rendered yet.
        var like = missing.CountBy(one => one.Reason).ToDictionary();
        return new PackageContents(
            [.. places], [.. missing.OrderBy(one => like[one.Reason]).Take(MaxListed)], missing.Count, [.. withdrawn.Take(MaxListed)],
            withdrawn.Count,
            [.. zip.Entries.Select(entry => entry.FullName).Where(MarkupFiles.IsHtml)],
            zip.GetEntry(PreviewPage.FileName) is not null);
    }
}
