using System.Globalization;
using System.Text;
using CsvHelper;
using CsvHelper.Configuration;

namespace Pantomet.Server.Hosting;

/// <summary>A table for spreadsheets: CSV (RFC 4180), UTF-8.</summary>
/// <remarks>A field that a spreadsheet would take for a formula is led by an apostrophe (OWASP, CSV injection).</remarks>
internal static class CsvTable
{
    private static readonly CsvConfiguration Written = new(CultureInfo.InvariantCulture)
    {
        NewLine = "\r\n",
        InjectionOptions = InjectionOptions.Escape,
    };

    /// <summary>Writes it.</summary>
    /// <param name="columns">Their names.</param>
    /// <param name="rows">Of as many fields each.</param>
    public static byte[] Of(IEnumerable<string> columns, IEnumerable<object?[]> rows)
    {
        using var text = new StringWriter(CultureInfo.InvariantCulture);
        using var csv = new CsvWriter(text, Written);
        foreach (var row in rows.Prepend([.. columns]))
        {
            foreach (var field in row)
                csv.WriteField(string.Create(CultureInfo.InvariantCulture, $"{field}"));
            csv.NextRecord();
        }

        csv.Flush();
        return Encoding.UTF8.GetBytes(text.ToString());
    }
}
