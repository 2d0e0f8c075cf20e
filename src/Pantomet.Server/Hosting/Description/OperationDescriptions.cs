using System.Globalization;
using System.Text.Json.Nodes;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.OpenApi;
using Microsoft.OpenApi;

namespace Pantomet.Server.Hosting.Description;

/// <summary>Puts words, examples and problems to every operation of the description.</summary>
internal sealed class OperationDescriptions : IOpenApiOperationTransformer
{
    private const string ProblemType = "application/problem+json";
    private static readonly Dictionary<string, DescribedOperation> ByName = DescribedOperation.All.ToDictionary(one => one.Operation);

    public async Task TransformAsync(
        OpenApiOperation operation, OpenApiOperationTransformerContext context, CancellationToken cancellationToken)
    {
        if (operation.OperationId is not { } name || !ByName.TryGetValue(name, out var described))
            return;
        (operation.Summary, operation.Description) = (described.Summary, described.Description);
        var schema = await context.GetOrCreateSchemaAsync(typeof(ProblemDetails), null, cancellationToken);
        context.Document?.AddComponent(nameof(ProblemDetails), schema);
        foreach (var (status, meaning) in described.Problems)
        {
            operation.Responses![status] = new OpenApiResponse
            {
                Description = meaning,
                Content = new Dictionary<string, OpenApiMediaType>
                {
                    [ProblemType] = new() { Schema = new OpenApiSchemaReference(nameof(ProblemDetails), context.Document) },
                },
            };
        }

        Show(operation, described.Example);
        if (DescribedOperation.Recorded.Answers.TryGetValue(name, out var answer))
            Show(operation, answer);
    }

    private static void Show(OpenApiOperation operation, ExampleRequest example)
    {
        foreach (var parameter in operation.Parameters?.OfType<OpenApiParameter>() ?? [])
        {
            var values = parameter.In == ParameterLocation.Path ? example.Path : example.Query;
            if (values?.GetValueOrDefault(parameter.Name!) is { } value)
                parameter.Example = Filled(value);
        }

        foreach (var (type, content) in operation.RequestBody?.Content ?? new Dictionary<string, OpenApiMediaType>())
        {
            content.Example = example switch
            {
                { Body: { } body } => Filled(body),
                { Text: { } text } => JsonValue.Create(text),
                { File: { } file } when type == "multipart/form-data" => new JsonObject { ["files"] = new JsonArray(file) },
                _ => null,
            };
        }
    }

    private static void Show(OpenApiOperation operation, ExampleAnswer answer)
    {
        var status = answer.Status.ToString(CultureInfo.InvariantCulture);
        if (answer is { Type: { } type, Body: { } body } && operation.Responses!.TryGetValue(status, out var response) &&
            response.Content?.TryGetValue(type, out var content) == true)
            content.Example = body.DeepClone();
    }

    private static JsonNode Filled(JsonNode value) => RecordedExamples.Filled(value, DescribedOperation.Recorded.Ids);
}
