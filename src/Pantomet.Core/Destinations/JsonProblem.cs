using System.Text.Json;
using System.Text.RegularExpressions;

namespace Pantomet.Core.Destinations;

/// <summary>Says in plain words what the JSON reader found wrong.</summary>
internal static partial class JsonProblem
{
    /// <summary>Path to the member at fault; empty for the document as a whole.</summary>
    public static string Field(JsonException problem) => Missing(problem) is { } name
        ? $"{Path(problem)}.{name}".TrimStart('.')
        : Path(problem);

    /// <summary>What is wrong and what would be right.</summary>
    public static string Sentence(JsonException problem)
    {
        if (Missing(problem) is { } name)
            return $"\"{name}\" is missing.";
        if (problem.Message.StartsWith("Transparency", StringComparison.Ordinal))
            return problem.Message;
        if (problem.Message.Contains("Duplicate", StringComparison.OrdinalIgnoreCase))
            return "A member is there twice. Take one of the two out.";
        return problem.Message.Contains("could not be converted", StringComparison.Ordinal) ||
            problem.Message.Contains("doesn't allow setting null", StringComparison.Ordinal)
            ? Expected(TypeAt(Path(problem)))
            : $"This is not JSON: {Tail().Replace(problem.Message, "")}";
    }

    private static string Path(JsonException problem) => problem.Path?.TrimStart('$').TrimStart('.') ?? "";

    private static string? Missing(JsonException problem) =>
        MissingName().Match(problem.Message) is { Success: true } match ? match.Groups[1].Value : null;

    private static string Expected(Type type)
    {
        type = Nullable.GetUnderlyingType(type) ?? type;
        if (type.IsEnum)
            return $"One of these belongs here: {string.Join(", ", Enum.GetNames(type).Select(JsonNamingPolicy.CamelCase.ConvertName))}.";
        if (ElementOf(type) is not null)
            return "A list belongs here.";
        return type switch
        {
            _ when type == typeof(int) || type == typeof(long) => "A whole number belongs here.",
            _ when type == typeof(double) => "A number belongs here.",
            _ when type == typeof(bool) => "true or false belongs here.",
            _ when type == typeof(DateOnly) => "A day belongs here, such as 2026-11-23.",
            _ when type == typeof(string) => "A text belongs here.",
            _ => "An object with members belongs here.",
        };
    }

    // What the document's types have at a path; the reader's own message names the type around it.
    private static Type TypeAt(string path)
    {
        var type = typeof(DestinationDocument);
        foreach (Match step in Step().Matches(path))
        {
            var next = step.Value[0] == '['
                ? ElementOf(type)
                : type.GetProperty(char.ToUpperInvariant(step.Value[0]) + step.Value[1..])?.PropertyType;
            if (next is null)
                return type;
            type = next;
        }

        return type;
    }

    private static Type? ElementOf(Type type) =>
        type.IsGenericType && type.GetGenericTypeDefinition() == typeof(IReadOnlyList<>) ? type.GetGenericArguments()[0] : null;

    [GeneratedRegex("missing required properties including: '([^']+)'", RegexOptions.CultureInvariant)]
    private static partial Regex MissingName();

    [GeneratedRegex("\\[[0-9]+\\]|[^.\\[\\]]+", RegexOptions.CultureInvariant)]
    private static partial Regex Step();

    [GeneratedRegex(" Path: .*$| LineNumber: .*$", RegexOptions.CultureInvariant | RegexOptions.Singleline)]
    private static partial Regex Tail();
}
