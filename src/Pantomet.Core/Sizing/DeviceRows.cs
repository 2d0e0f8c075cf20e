using System.Globalization;
using Pantomet.Core.Measures;

namespace Pantomet.Core.Sizing;

/// <summary>A device table that was read.</summary>
/// <param name="Devices">Empty when there is a problem.</param>
/// <param name="Notes">What was done to it: rows left out, shares scaled.</param>
/// <param name="Problem">Why nothing could be read; null when something was.</param>
public sealed record DeviceReading(IReadOnlyList<Device> Devices, IReadOnlyList<string> Notes, string? Problem);

/// <summary>
/// Reads a device table from rows of text whose header names <c>viewport</c>, <c>density</c> and <c>share</c> in any order.
/// </summary>
/// <remarks>Shares may be parts, per cent or counts of visits.</remarks>
public static class DeviceRows
{
    /// <summary>Names of the columns, as the header must have them; capitals and what follows in brackets do not matter.</summary>
    public static IReadOnlyList<string> Columns { get; } = ["viewport", "density", "share"];

    /// <summary>Reads rows.</summary>
    /// <param name="rows">Each with the number of its line, counted from 1, the header first.</param>
    /// <param name="decimalMark">A comma where numbers may be written with one; a point may stand in any case.</param>
    /// <returns>Devices with shares that add up to 1, or a problem.</returns>
    public static DeviceReading Read(IEnumerable<(int Line, IReadOnlyList<string> Fields)> rows, char decimalMark)
    {
        using var all = rows.GetEnumerator();
        if (!all.MoveNext())
            return Refused("The file is empty. It needs a header with the columns viewport, density and share.");
        var names = all.Current.Fields.Select(Name).ToList();
        var places = Columns.Select(column => names.IndexOf(column)).ToList();
        if (places.FindIndex(place => place < 0) is >= 0 and var missing)
            return Refused(
                $"Line {all.Current.Line}: there is no column \"{Columns[missing]}\". " +
                $"The header must name viewport, density and share; it names {string.Join(", ", names.Select(name => $"\"{name}\""))}.");

        var devices = new List<Device>();
        var wrong = new List<string>();
        while (all.MoveNext())
        {
            var (line, fields) = all.Current;
            if (Row(places.ConvertAll(place => place < fields.Count ? fields[place] : ""), decimalMark, out var device) is { } problem)
                wrong.Add($"line {line}: {problem}");
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

    private static string? Row(List<string> fields, char decimalMark, out Device? device)
    {
        device = null;
        if (!TryNumber(fields[0], "px", decimalMark, out var viewport) || viewport is < 1 or > 16_383 || viewport != Math.Floor(viewport))
            return $"\"{fields[0]}\" is no viewport width; that is a whole number of CSS px from 1 to 16,383";
        if (!TryNumber(fields[1], "x", decimalMark, out var density) || !Density.IsValid(density))
            return $"\"{fields[1]}\" is no density; that is a number above 0, at most {Density.Most}";
        if (!TryNumber(fields[2], "%", decimalMark, out var share) || share < 0)
            return $"\"{fields[2]}\" is no share; that is a number, not below 0";
        device = new Device((int)viewport, new Density(density), share);
        return null;
    }

    private static bool TryNumber(string field, string unit, char decimalMark, out double number)
    {
        var digits = field.EndsWith(unit, StringComparison.OrdinalIgnoreCase) ? field[..^unit.Length].Trim() : field;
        if (decimalMark == ',' && !digits.Contains('.', StringComparison.Ordinal))
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

    /// <summary>Nothing could be read.</summary>
    /// <param name="problem">Why.</param>
    public static DeviceReading Refused(string problem) => new([], [], problem);
}
