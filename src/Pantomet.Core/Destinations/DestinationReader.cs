using System.Globalization;
using System.Text.Json;
using System.Text.RegularExpressions;
using Pantomet.Core.Measures;
using Pantomet.Core.Sizing;

namespace Pantomet.Core.Destinations;

/// <summary>One thing wrong in a destination document.</summary>
/// <param name="Field">Path to the member at fault, as in <c>slots[2].limits.mostBytes</c>.</param>
/// <param name="Sentence">What is wrong and what would be right.</param>
/// <param name="Line">Of the text it was read from, from 1; null where there was none.</param>
public sealed record DocumentProblem(string Field, string Sentence, int? Line = null);

/// <summary>A destination that was read, or everything that is wrong with its document.</summary>
/// <param name="Destination">Null when there are problems.</param>
/// <param name="Document">What the text says; null when it is no such document.</param>
/// <param name="Problems">Empty when there is a destination.</param>
/// <param name="Notices">What is worth knowing and stands in nobody's way.</param>
/// <param name="Slots">Slot by slot; null where a slot has problems.</param>
public sealed record DestinationReading(
    Destination? Destination, DestinationDocument? Document, IReadOnlyList<DocumentProblem> Problems,
    IReadOnlyList<DocumentProblem> Notices, IReadOnlyList<Slot?> Slots);

/// <summary>Turns a destination document into a destination, and says everything that is wrong with it at once.</summary>
public static partial class DestinationReader
{
    private const int MaxSlots = 200;
    private const int LongestNote = 2000;

    // Each line is looked up in the whole text, and nobody reads more: a long table may be wrong in every row.
    private const int MaxTold = 100;
    internal const string IdSentence = "An id is lower-case letters and digits in words joined by hyphens or dots, at most 80 characters.";
    internal const string NameSentence = "A name has 1 to 80 characters.";

    /// <summary>Reads JSON text.</summary>
    /// <param name="json">A destination document.</param>
    /// <returns>A destination, or problems with the fields and lines at fault.</returns>
    public static DestinationReading Read(string json)
    {
        try
        {
            if (NewerVersion(json) is { } newer)
                return Refused(
                    json, "format",
                    $"The document is of version {newer} of the format; this Pantomet reads version 1. Update Pantomet, or save the " +
                    $"document as version 1.");
            if (JsonSerializer.Deserialize<DestinationDocument>(json, DestinationDocument.Json) is not { } document)
                return Refused(json, "", "The document is empty. A destination document is a JSON object.");
            var reading = Read(document);
            return reading with { Problems = WithLines(json, reading.Problems), Notices = WithLines(json, reading.Notices) };
        }
        catch (JsonException problem)
        {
            var line = (int?)problem.LineNumber + 1;
            return new DestinationReading(
                null, null, [new DocumentProblem(JsonProblem.Field(problem), JsonProblem.Sentence(problem), line)], [], []);
        }
        catch (Exception half) when (StrictJson.IsHalfCharacter(half))
        {
            return Refused("{}", "", StrictJson.HalfCharacter);
        }
    }

    /// <summary>Reads a document that has the right members.</summary>
    /// <param name="document">Nothing of it is believed yet.</param>
    /// <returns>A destination, or problems with the fields at fault.</returns>
    public static DestinationReading Read(DestinationDocument document)
    {
        var problems = new List<DocumentProblem>();
        var notices = new List<DocumentProblem>();
        var list = new ProblemList(problems, "");
        list.Check(
            document.Format == DestinationDocument.FormatName, "format", $"The format must be \"{DestinationDocument.FormatName}\".");
        list.Check(IsId(document.Id), "id", IdSentence);
        list.Check(IsName(document.Name), "name", NameSentence);
        list.Check((document.Note ?? "").Length <= LongestNote, "note", $"A note has at most {LongestNote:#,0} characters.");
        list.Check((document.NumbersFrom ?? "").Length <= LongestNote, "numbersFrom", $"This has at most {LongestNote:#,0} characters.");
        list.Check(BaseAddress.IsValid(document.BaseAddress ?? ""), "baseAddress", BaseAddress.Sentence);
        // Beyond that nothing is read: who sends more is told so at once.
        if (!list.Check(
            document.Slots.Count <= MaxSlots, "slots",
            $"A destination has at most {MaxSlots} slots; this one has {document.Slots.Count:#,0}."))
            return new DestinationReading(null, document, problems, notices, []);

        var devices = ReadDevices(document.Devices, list, notices);
        var slots = document.Slots.Select((slot, index) => SlotReader.Read(slot, devices, list.In($"slots[{index}]"))).ToList();
        var firsts = new Dictionary<string, int>();
        foreach (var (slot, index) in document.Slots.Select((slot, index) => (slot, index)))
            list.Check(
                firsts.TryAdd(slot.Id, index), $"slots[{index}].id",
                $"Slot {firsts[slot.Id] + 1} has the id \"{slot.Id}\" already. Every slot needs its own.");

        notices.AddRange(UnknownMembers.In(document));
        notices.AddRange(slots.SelectMany((slot, index) => slot is null ? [] : TightLimits.In(slot, $"slots[{index}]")));
        return problems.Count > 0
            ? new DestinationReading(null, document, problems, notices, slots)
            : new DestinationReading(
                new Destination(
                    document.Id, document.Name.Trim(), document.Kind, document.Note ?? "", slots!, document.NumbersFrom ??
                        "", document.CheckedOn, devices)
                {
                    BaseAddress = document.BaseAddress ?? "",
                },
                document, [], notices, slots);
    }

    /// <summary>Whether a text can name a destination or a slot.</summary>
    /// <param name="text">What a document says.</param>
    public static bool IsId(string text) => text.Length <= 80 && IdShape().IsMatch(text);

    /// <summary>Whether a text can be what people call something.</summary>
    /// <param name="text">What a document says.</param>
    internal static bool IsName(string text) => text.Trim().Length is >= 1 and <= 80;

    private static IReadOnlyList<Device> ReadDevices(IReadOnlyList<DeviceDocument>? rows, ProblemList list, List<DocumentProblem> notices)
    {
        if (rows is null)
            return Devices.Invented;
        if (!list.Check(
            rows.Count is >= 1 and <= Devices.Most, "devices",
            $"A device table has 1 to {Devices.Most:#,0} rows. Leave it out to use the invented one."))
            return Devices.Invented;
        var before = list.Count;
        // Sentences are made for wrong rows only: a table may be long.
        foreach (var (row, index) in rows.Select((row, index) => (row, index)).Where(one => !IsDevice(one.row)))
        {
            var at = list.In($"devices[{index}]");
            at.Check(row.Viewport is >= 1 and <= SizeRule.MaxPixelsPerSide, "viewport", "A viewport has 1 to 16,383 CSS px.");
            at.Check(Density.IsValid(row.Density), "density", $"A density is above 0 and at most {Density.Most}.");
            at.Check(row.Share > 0, "share", "A share is above 0.");
        }

        if (list.Count > before)
            return Devices.Invented;
        var sum = rows.Sum(row => row.Share);
        if (Math.Abs(sum - 1) > 0.001 && Math.Abs(sum - 100) > 0.1)
            notices.Add(
                new DocumentProblem(
                    "devices",
                    string.Create(
                        CultureInfo.InvariantCulture,
                        $"The shares add up to {sum:#,0.###}; they are scaled so that they add up to 100 %.")));
        return Devices.Normalised([.. rows.Select(row => new Device(row.Viewport, new Density(row.Density), row.Share))]);
    }

    private static bool IsDevice(DeviceDocument row) =>
        row.Viewport is >= 1 and <= SizeRule.MaxPixelsPerSide && Density.IsValid(row.Density) && row.Share > 0;

    private static string? NewerVersion(string json)
    {
        using var document = JsonDocument.Parse(json);
        return document.RootElement.ValueKind == JsonValueKind.Object && document.RootElement.TryGetProperty("format", out var format) &&
            format.ValueKind == JsonValueKind.String &&
            Version().Match(format.GetString()!) is { Success: true } match && match.Groups[1].Value != "1" ? match.Groups[1].Value : null;
    }

    private static List<DocumentProblem> WithLines(string json, IReadOnlyList<DocumentProblem> problems) =>
        [.. problems.Take(MaxTold).Select(problem => problem with { Line = JsonPlaces.LineOf(json, problem.Field) })];

    private static DestinationReading Refused(string json, string field, string sentence) =>
        new(null, null, [new DocumentProblem(field, sentence, JsonPlaces.LineOf(json, field))], [], []);

    [GeneratedRegex("^[a-z0-9]+(?:[-.][a-z0-9]+)*$", RegexOptions.CultureInvariant)]
    private static partial Regex IdShape();

    [GeneratedRegex("^pantomet-destination-([0-9]{1,4})$", RegexOptions.CultureInvariant)]
    private static partial Regex Version();
}
