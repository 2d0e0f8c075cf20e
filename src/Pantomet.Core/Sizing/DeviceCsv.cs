using System.Globalization;
using System.Text;
using Pantomet.Core.Measures;

namespace Pantomet.Core.Sizing;

/// <summary>A device table that was read from CSV.</summary>
/// <param name="Devices">Empty when there is a problem.</param>
/// <param name="Notes">What was done to it: rows left out, shares scaled.</param>
/// <param name="Problem">Why nothing could be read; null when something was.</param>
public sealed record DeviceReading(IReadOnlyList<Device> Devices, IReadOnlyList<string> Notes, string? Problem);

/// <summary>
/// Reads a device table from CSV (RFC 4180) with a header that names <c>viewport</c>, <c>density</c> and <c>share</c> in any order.
/// </summary>
/// <remarks>Separators may be commas, semicolons or tabs; where they are not commas, a comma may be the decimal mark. Shares may be parts,
/// per cent or counts of visits.</remarks>
public static class DeviceCsv
{
    private static readonly char[] Separators = [',', ';', '\t'];

    /// <summary>Longest text that is read, in characters.</summary>
    public const int MaxCharacters = 8_000_000;

    /// <summary>Names of the columns, as the header must have them; capitals and what follows in brackets do not matter.</summary>
    public static IReadOnlyList<string> Columns { get; } = ["viewport", "density", "share"];

    /// <summary>Reads a text.</summary>
    /// <param name="text">The whole file.</param>
    /// <returns>Devices with shares that add up to 1, or a problem.</returns>
    public static DeviceReading Read(string text)
    {
        if (text.Length > MaxCharacters)
            return Refused($"The file has {text.Length:#,0} characters; at most {MaxCharacters:#,0} are read.");
        var lines = text.TrimStart('\uFEFF').Split('\n').Select(line => line.TrimEnd('\r')).ToList();
        var header = lines.FindIndex(line => line.Trim().Length > 0);
        if (header < 0)
            return Refused("The file is empty. It needs a header with the columns viewport, density and share.");
        var separator = Separators.MaxBy(sign => Fields(lines[header], sign).Count);
        var names = Fields(lines[header], separator).ConvertAll(Name);
        var places = Columns.Select(column => names.IndexOf(column)).ToList();
        if (places.FindIndex(place => place < 0) is >= 0 and var missing)
            return Refused(
                $"Line {header + 1}: there is no column \"{Columns[missing]}\". " +
                $"The header must name viewport, density and share; it names {string.Join(", ", names.Select(name => $"\"{name}\""))}.");

        var devices = new List<Device>();
        var wrong = new List<string>();
        for (var line = header + 1; line < lines.Count; line++)
        {
            if (lines[line].Trim().Length == 0)
                continue;
            var fields = Fields(lines[line], separator);
            if (Row(places.ConvertAll(place => place < fields.Count ? fields[place] : ""), separator, out var device) is { } problem)
                wrong.Add($"line {line + 1}: {problem}");
            else
                devices.Add(device!);
        }

        return Summed(devices, wrong);
    }

    private static DeviceReading Summed(List<Device> devices, List<string> wrong)
    {
        if (devices.Sum(device => device.Share) <= 0)
            return Refused(wrong.Count > 0 ? $"No row could be read. The first: {wrong[0]}." : "There is no row with a share above 0.");
        var notes = new List<string>();
        if (wrong.Count > 0)
            notes.Add($"{wrong.Count:#,0} of {wrong.Count + devices.Count:#,0} rows were left out. The first: {wrong[0]}.");
        var sum = devices.Sum(device => device.Share);
        if (Math.Abs(sum - 1) > 0.001 && Math.Abs(sum - 100) > 0.1)
            notes.Add(
                string.Create(
                    CultureInfo.InvariantCulture, $"The shares add up to {sum:#,0.###}; they were scaled so that they add up to 100 %."));
        var table = Devices.Normalised(devices.FindAll(device => device.Share > 0));
        if (table.Count > Devices.Most)
            return Refused(
                $"There are {table.Count:#,0} different screens in the file; at most {Devices.Most:#,0} are kept. Round the viewport " +
                $"widths to 10 px and try again.");
        if (table.Count < devices.Count)
            notes.Add($"{devices.Count:#,0} rows gave {table.Count:#,0} different screens.");
        return new DeviceReading(table, notes, null);
    }

    private static string? Row(List<string> fields, char separator, out Device? device)
    {
        device = null;
        if (!TryNumber(fields[0], "px", separator, out var viewport) || viewport is < 1 or > 16_383 || viewport != Math.Floor(viewport))
            return $"\"{fields[0]}\" is no viewport width; that is a whole number of CSS px from 1 to 16,383";
        if (!TryNumber(fields[1], "x", separator, out var density) || !Density.IsValid(density))
            return $"\"{fields[1]}\" is no density; that is a number above 0, at most {Density.Most}";
        if (!TryNumber(fields[2], "%", separator, out var share) || share < 0)
            return $"\"{fields[2]}\" is no share; that is a number, not below 0";
        device = new Device((int)viewport, new Density(density), share);
        return null;
    }

    private static bool TryNumber(string field, string unit, char separator, out double number)
    {
        var digits = field.EndsWith(unit, StringComparison.OrdinalIgnoreCase) ? field[..^unit.Length].Trim() : field;
        if (separator != ',' && !digits.Contains('.', StringComparison.Ordinal))
            digits = digits.Replace(',', '.');
        return double.TryParse(
            digits, NumberStyles.AllowDecimalPoint | NumberStyles.AllowLeadingSign, CultureInfo.InvariantCulture, out number) &&
                double.IsFinite(number);
    }

    private static string Name(string field)
    {
        var bracket = field.IndexOf('(', StringComparison.Ordinal);
        return (bracket > 0 ? field[..bracket] : field).Trim().ToLowerInvariant();
    }

    // A quoted field may hold the separator, and quotes as two; a field of this table never holds a line break.
    private static List<string> Fields(string line, char separator)
    {
        var fields = new List<string>();
        var field = new StringBuilder();
        var quoted = false;
        for (var at = 0; at < line.Length; at++)
        {
            if (line[at] == '"' && quoted && at + 1 < line.Length && line[at + 1] == '"')
                field.Append(line[at++]);
            else if (line[at] == '"')
                quoted = !quoted;
            else if (line[at] == separator && !quoted)
                End();
            else
                field.Append(line[at]);
        }

        End();
        return fields;

        void End()
        {
            fields.Add(field.ToString().Trim());
            field.Clear();
        }
    }

    private static DeviceReading Refused(string problem) => new([], [], problem);
}
