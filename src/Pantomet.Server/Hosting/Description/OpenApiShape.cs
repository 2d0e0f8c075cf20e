using System.Reflection;
using Microsoft.AspNetCore.OpenApi;
using Pantomet.Core.Destinations;
using Pantomet.Core.Framing;
using Pantomet.Core.Measures;

namespace Pantomet.Server.Hosting.Description;

/// <summary>What the description of the interface says beyond what the endpoints say for themselves.</summary>
internal static class OpenApiShape
{
    private static readonly HashSet<Type> Measures = [typeof(PixelSize), typeof(PixelPoint), typeof(PixelRect), typeof(Rotation)];

    public static void Apply(OpenApiOptions options)
    {
        options.AddDocumentTransformer((document, _, _) =>
        {
            document.Info.Title = "Pantomet";
            document.Info.Version = "1";
            document.Info.Description = "Sizes in bytes are integers, times are RFC 3339 UTC, pixel positions are upright source pixels.";
            // The address differs from machine to machine; the description does not.
            document.Servers?.Clear();
            return Task.CompletedTask;
        });
        options.AddOperationTransformer<OperationDescriptions>();
        options.AddSchemaTransformer((schema, context, _) =>
        {
            var type = Nullable.GetUnderlyingType(context.JsonTypeInfo.Type) ?? context.JsonTypeInfo.Type;
            // What a record computes from its members is not sent.
            var members = context.JsonTypeInfo.Options.GetTypeInfo(type).Properties;
            foreach (var computed in members.Where(property => property.AttributeProvider is PropertyInfo { CanWrite: false }))
                schema.Properties?.Remove(computed.Name);
            // A struct can be made without its members; a measure in an answer always has all of them.
            if (Measures.Contains(type))
                schema.Required = schema.Properties?.Keys.ToHashSet();
            if (type == typeof(TransparencyPolicy))
                (schema.Type, schema.Enum) = (null, [true, false, "must"]);
            return Task.CompletedTask;
        });
    }
}
