using System.Reflection;
using System.Text.Json;
using System.Text.Json.Nodes;

namespace Pantomet.Server.Hosting.Description;

/// <summary>What the description of the interface says of an operation in words, and how it is asked for.</summary>
/// <param name="Operation">Its name in the description.</param>
/// <param name="Summary">What it does, in a few words.</param>
/// <param name="Description">What it needs and what it answers.</param>
/// <param name="Problems">What each status of a refusal means here.</param>
/// <param name="Example">A request that can be sent as it stands.</param>
internal sealed record DescribedOperation(
    string Operation, string Summary, string Description, IReadOnlyDictionary<string, string> Problems, ExampleRequest Example)
{
    private static readonly JsonSerializerOptions Written = new(JsonSerializerDefaults.Web);

    /// <summary>All of them, in an order in which their examples can be sent one after the other.</summary>
    public static IReadOnlyList<DescribedOperation> All { get; } = Read<IReadOnlyList<DescribedOperation>>("operations.json");

    /// <summary>What was answered to the examples, by operation. A test sends them again and compares; tools/refresh-api writes
    /// them.</summary>
    public static RecordedExamples Recorded { get; } = Read<RecordedExamples>("examples.json");

    private static T Read<T>(string name)
    {
        using var text = Assembly.GetExecutingAssembly().GetManifestResourceStream(name)!;
        return JsonSerializer.Deserialize<T>(text, Written)!;
    }
}

/// <summary>A request. A text in braces stands for an id that only a library can give.</summary>
/// <param name="Path">Parts of the path.</param>
/// <param name="Query">What stands behind the path.</param>
/// <param name="Body">Sent as JSON.</param>
/// <param name="Text">Sent as it stands instead.</param>
/// <param name="File">Name of a file that is sent instead.</param>
internal sealed record ExampleRequest(
    IReadOnlyDictionary<string, JsonNode>? Path = null, IReadOnlyDictionary<string, JsonNode>? Query = null, JsonNode? Body = null,
    string? Text = null, string? File = null);

/// <summary>Answers to the examples.</summary>
/// <param name="Ids">The ids that stood for the texts in braces.</param>
/// <param name="Answers">By operation.</param>
internal sealed record RecordedExamples(IReadOnlyDictionary<string, string> Ids, IReadOnlyDictionary<string, ExampleAnswer> Answers)
{
    /// <summary>Puts ids in the place of texts in braces.</summary>
    /// <param name="value">Of a request.</param>
    /// <param name="ids">By what stands in the braces.</param>
    public static JsonNode Filled(JsonNode value, IReadOnlyDictionary<string, string> ids) => JsonNode.Parse(
        ids.Aggregate(value.ToJsonString(), (text, id) => text.Replace($"{{{id.Key}}}", id.Value, StringComparison.Ordinal)))!;
}

/// <summary>An answer.</summary>
/// <param name="Status">Its status.</param>
/// <param name="Type">Its media type; null when it has no content.</param>
/// <param name="Body">Null when it is not JSON.</param>
internal sealed record ExampleAnswer(int Status, string? Type, JsonNode? Body);
