using System.Text.Json;
using System.Text.RegularExpressions;

namespace Pantomet.Core.Destinations;

/// <summary>One thing wrong in a destination document.</summary>
/// <param name="Field">Path to the member at fault, as in <c>slots[2].limits.mostBytes</c>.</param>
/// <param name="Sentence">What is wrong and what would be right.</param>
public sealed record DocumentProblem(string Field, string Sentence);

/// <summary>A destination that was read, or everything that is wrong with its document.</summary>
/// <param name="Destination">Null when there are problems.</param>
/// <param name="Problems">Empty when there is a destination.</param>
public sealed record DestinationReading(Destination? Destination, IReadOnlyList<DocumentProblem> Problems);

/// <summary>Turns a destination document into a destination, and says everything that is wrong with it at once.</summary>
public static partial class DestinationReader
{
    private const int MostSlots = 200;

    /// <summary>Reads JSON text.</summary>
    /// <param name="json">A destination document.</param>
    /// <returns>A destination, or problems with the fields at fault.</returns>
    public static DestinationReading Read(string json)
    {
        try
        {
            return JsonSerializer.Deserialize<DestinationDocument>(json, DestinationDocument.Json) is { } document
                ? Read(document)
                : Refused("", "The document is empty. A destination document is a JSON object.");
        }
        catch (JsonException problem)
        {
            return Refused(problem.Path?.TrimStart('$').TrimStart('.') ?? "", $"This is not a destination document: {problem.Message}");
        }
    }

    /// <summary>Reads a document that has the right members.</summary>
    /// <param name="document">Nothing of it is believed yet.</param>
    /// <returns>A destination, or problems with the fields at fault.</returns>
    public static DestinationReading Read(DestinationDocument document)
    {
        var problems = new List<DocumentProblem>();
        void Check(bool holds, string field, string sentence)
        {
            if (!holds)
                problems.Add(new DocumentProblem(field, sentence));
        }

        Check(document.Format == DestinationDocument.FormatName, "format", $"The format must be \"{DestinationDocument.FormatName}\".");
        Check(IsId(document.Id), "id", "An id is lower-case letters and digits in words joined by hyphens or dots, at most 80 characters.");
        Check(document.Name.Trim().Length is >= 1 and <= 80, "name", "A name has 1 to 80 characters.");
        Check(document.Slots.Count is >= 1 and <= MostSlots, "slots", $"A destination has 1 to {MostSlots} slots.");

        var slots = document.Slots.Select((slot, index) => SlotReader.Read(slot, $"slots[{index}]", problems)).ToList();
        foreach (var twice in document.Slots.GroupBy(slot => slot.Id).Where(group => group.Count() > 1))
            Check(false, "slots", $"Two slots have the id \"{twice.Key}\". Every slot needs its own.");

        return problems.Count > 0
            ? new DestinationReading(null, problems)
            : new DestinationReading(new Destination(document.Id, document.Name.Trim(), document.Kind, document.Note ?? "", slots!), []);
    }

    private static DestinationReading Refused(string field, string sentence) => new(null, [new DocumentProblem(field, sentence)]);

    [GeneratedRegex("^[a-z0-9]+(?:[-.][a-z0-9]+)*$", RegexOptions.CultureInvariant)]
    private static partial Regex IdShape();

    /// <summary>Whether a text can name a destination or a slot.</summary>
    /// <param name="text">What a document says.</param>
    public static bool IsId(string text) => text.Length <= 80 && IdShape().IsMatch(text);
}
