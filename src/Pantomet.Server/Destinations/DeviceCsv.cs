using System.Globalization;
using CsvHelper;
using CsvHelper.Configuration;
using Pantomet.Core.Sizing;

namespace Pantomet.Server.Destinations;

/// <summary>Reads a device table from CSV (RFC 4180).</summary>
/// <remarks>Separators may be commas, semicolons or tabs; where they are not commas, a comma may be the decimal mark.</remarks>
internal static class DeviceCsv
{
    /// <summary>Longest text that is read, in characters.</summary>
    public const int MaxCharacters = 8_000_000;

    private static readonly char[] Separators = [',', ';', '\t'];

    /// <summary>Reads a text.</summary>
    /// <param name="text">The whole file.</param>
    public static DeviceReading Read(string text)
    {
        if (text.Length > MaxCharacters)
            return DeviceRows.Refused($"The file has {text.Length:#,0} characters; at most {MaxCharacters:#,0} are read.");
        var content = text.TrimStart('\uFEFF');
        var header = content.Split('\n').FirstOrDefault(line => line.Trim().Length > 0, "");
        var separator = Separators.MaxBy(sign => header.Count(letter => letter == sign));
        return DeviceRows.Read(Rows(content, separator), separator == ',' ? '.' : ',');
    }

    private static IEnumerable<(int Line, IReadOnlyList<string> Fields)> Rows(string text, char separator)
    {
        using var csv = new CsvParser(new StringReader(text), new CsvConfiguration(CultureInfo.InvariantCulture)
        {
            Delimiter = separator.ToString(),
            TrimOptions = TrimOptions.Trim,
            // Whatever programs write: a stray quote is part of its field.
            BadDataFound = null,
        });
        while (csv.Read())
        {
            if (csv.Record!.Any(field => field.Length > 0))
                yield return (csv.RawRow, csv.Record!);
        }
    }
}
