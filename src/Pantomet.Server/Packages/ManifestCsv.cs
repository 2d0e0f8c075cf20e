using System.Globalization;
using System.Text;
using CsvHelper;
using CsvHelper.Configuration;
using Pantomet.Core.Packages;

namespace Pantomet.Server.Packages;

/// <summary>The list of a package for spreadsheets.</summary>
internal static class ManifestCsv
{
    /// <summary>As CSV (RFC 4180), UTF-8.</summary>
    /// <remarks>A field that a spreadsheet would take for a formula is led by an apostrophe (OWASP, CSV injection).</remarks>
    /// <param name="entries">In the order of the package.</param>
    public static byte[] Of(IReadOnlyList<ManifestEntry> entries)
    {
        using var text = new StringWriter(CultureInfo.InvariantCulture);
        using var csv = new CsvWriter(text, Written);
        foreach (var column in Columns)
            csv.WriteField(column);
        csv.NextRecord();
        foreach (var entry in entries)
        {
            object?[] fields =
            [
                entry.File, entry.Source, entry.SourceSha256, entry.Destination, entry.Slot, entry.Width,
                entry.Height, entry.Format, entry.Bytes, entry.Quality, entry.Sha256, entry.AltText,
            ];
            foreach (var field in fields)
                csv.WriteField(string.Create(CultureInfo.InvariantCulture, $"{field}"));
            csv.NextRecord();
        }

        csv.Flush();
        return Encoding.UTF8.GetBytes(text.ToString());
    }

    private static readonly string[] Columns =
        ["file", "source", "source_sha256", "destination", "slot", "width", "height", "format", "bytes", "quality", "sha256", "alt_text"];

    private static readonly CsvConfiguration Written = new(CultureInfo.InvariantCulture)
    {
        NewLine = "\r\n",
        InjectionOptions = InjectionOptions.Escape,
    };
}
