using Pantomet.Core.Packages;
using Pantomet.Server.Hosting;

namespace Pantomet.Server.Packages;

/// <summary>The list of a package for spreadsheets.</summary>
internal static class ManifestCsv
{
    private static readonly string[] Columns =
        ["file", "source", "source_sha256", "destination", "slot", "width", "height", "format", "bytes", "quality", "sha256", "alt_text"];

    /// <summary>As a table.</summary>
    /// <param name="entries">In the order of the package.</param>
    public static byte[] Of(IReadOnlyList<ManifestEntry> entries) => CsvTable.Of(Columns, entries.Select(entry => new object?[]
    {
        entry.File, entry.Source, entry.SourceSha256, entry.Destination, entry.Slot, entry.Width,
        entry.Height, entry.Format, entry.Bytes, entry.Quality, entry.Sha256, entry.AltText,
    }));
}
