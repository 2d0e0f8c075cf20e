using System.Reflection;
using System.Text.Json;
using System.Text.Json.Nodes;
using System.Text.Json.Serialization;
using Pantomet.Core.Destinations;
using Pantomet.Core.Framing;
using Pantomet.Core.Measures;
using Pantomet.Core.Pictures;
using Pantomet.Core.Recipes;
using Pantomet.Core.Treatments;
using Pantomet.Core.Weight;

namespace Pantomet.Core.Tests.Recipes;

public sealed class RecipeNotationTests
{
    // Every member says something.
    private static readonly RenderRecipe Full = new(
        [new RecipeInput(new string('a', 64), new PixelRect(1, 2, 30, 40), new Rotation(1, false, 2.5))],
        new PixelSize(20, 30),
        new PixelSize(20, 25),
        [],
        new PixelRequest(ContentKind.Photograph, ColourPolicy.Srgb, true, new SrgbColour(1, 2, 3), Sharpening.Light, false),
        new FileRequest(
            [PictureFormat.WebP, PictureFormat.Png], 1, PictureFormat.Jpeg, 50,
            new ByteLimits(new ByteCount(900), new ByteRange(new ByteCount(100), new ByteCount(200)), new ByteCount(50)),
            new QualityRange(10, 90), new ScoreDemand(80, 40.5, Preference.Smaller), Effort.Thorough, LosslessUse.WithinCap, 300),
        new WrittenMetadata(
            new RightsFields("Wren Aldous", "© Galewright Kites", "Galewright", "Ask", "https://galewright.example/terms"), "A kite"));

    [Fact]
    public void What_was_written_is_read_as_it_was() =>
        Assert.Equal(RecipeNotation.Write(Full), RecipeNotation.Write(RecipeNotation.Read(RecipeNotation.Write(Full))));

    // Files that were made are known by it: another hash makes every one of them stale.
    [Fact]
    public void A_hash_is_a_promise() => Assert.Equal("4c4357c09109fc4a517ee20505549d3aec6710479", Full.Hash()[..41]);

    [Fact]
    public void Each_member_changes_the_hash()
    {
        var members = Members(typeof(RenderRecipe)).ToList();
        // What is done beside is looked at below: each treatment has members of its own.
        Assert.Equal(["Treatments"], members.Where(member => member.Type.IsAbstract).Select(member => member.Path));
        foreach (var (path, type) in members.Where(member => !member.Type.IsAbstract))
        {
            var notation = JsonNode.Parse(RecipeNotation.Write(Full))!;
            var place = path.Split('.');
            var holder = place[..^1].Aggregate(notation, (node, name) => Into(node[name]!));
            holder[place[^1]] = Other(holder[place[^1]]!, type);
            Assert.True(Full.Hash() != RecipeNotation.Read(notation.ToJsonString()).Hash(), path);
        }
    }

    // The member of the property test that staleness is: whatever a treatment says is written, read again as it was, and in the hash.
    [Theory]
    [MemberData(nameof(Treatments))]
    public void Each_member_of_a_treatment_is_kept_and_changes_the_hash(Treatment treatment)
    {
        var recipe = Full with { Treatments = [treatment] };
        Assert.Equal(treatment, Assert.Single(RecipeNotation.Read(RecipeNotation.Write(recipe)).Treatments));
        var written = JsonNode.Parse(RecipeNotation.Write(recipe))![nameof(RenderRecipe.Treatments)]![0]!;
        var said = Leaves(written).Where(leaf => leaf != "$.Treatments[0].$type").ToList();
        Assert.Equal(Settable(treatment.GetType(), treatment), said.Count);
        foreach (var path in said)
        {
            var notation = JsonNode.Parse(RecipeNotation.Write(recipe))!;
            var leaf = At(notation, path);
            leaf.ReplaceWith(Another(leaf));
            Assert.True(recipe.Hash() != RecipeNotation.Read(notation.ToJsonString()).Hash(), path);
        }
    }

    public static TheoryData<Treatment> Treatments { get; } = new()
    {
        new Tone(
            new ToneDemand(new SrgbColour(1, 2, 3), 4.5) { Means = ToneMeans.Levels, MaxShift = 90, MaxOpacity = 40 },
            new PicturePart(0.1, 0.2, 0.3, 0.4), new ToneChange(10, 200, 80, 3, new SrgbColour(4, 5, 6), 20)),
        new Headline(
            "Fresh winds",
            new HeadlineStyle(
                new HeadlineFont("Kite", true), 0.2, 0.1, 2, HeadlineAlign.Left, new SrgbColour(1, 2, 3), 4.5, HeadlineHelp.Band,
                Anchor.Top, new PicturePart(0.1, 0.2, 0.3, 0.4)),
            [new PicturePart(0.5, 0.6, 0.1, 0.2)]),
        new Mark("ab", "cd", new PicturePart(0.1, 0.2, 0.3, 0.4), Anchor.Top, 0.5),
        new Edges(0.01, new SrgbColour(7, 8, 9), 0.1, 0.5),
    };

    // How many values a record has that can be set, those of its members counted instead of themselves.
    private static int Settable(Type type, object value) => type.GetProperties().Where(member => member.SetMethod is not null)
        .Sum(member => member.GetValue(value)! is var inner && inner is System.Collections.IList list
            ? Settable(list[0]!.GetType(), list[0]!)
            : inner.GetType().Namespace!.StartsWith("System", StringComparison.Ordinal) || inner is Enum ? 1
            : Settable(inner.GetType(), inner));

    private static IEnumerable<string> Leaves(JsonNode node) => node is JsonObject members
        ? members.Where(member => member.Value is not null).SelectMany(member => Leaves(member.Value!))
        : node is JsonArray list ? Leaves(list[0]!) : [node.GetPath()];

    private static JsonNode At(JsonNode root, string path) =>
        path.Split('.').Skip(1).Aggregate(
            root, (node, name) => name.EndsWith("[0]", StringComparison.Ordinal) ? node[name[..^3]]![0]! : node[name]!);

    private static JsonNode Another(JsonNode leaf) => leaf.GetValueKind() switch
    {
        JsonValueKind.String => (string)leaf! switch
        {
            nameof(ToneMeans.Levels) => nameof(ToneMeans.Blur),
            nameof(HeadlineAlign.Left) => nameof(HeadlineAlign.Right),
            nameof(HeadlineHelp.Band) => nameof(HeadlineHelp.Shadow),
            nameof(Anchor.Top) => nameof(Anchor.Bottom),
            var text => text + "b",
        },
        JsonValueKind.True => false,
        _ => (double)leaf + (leaf.ToJsonString().Contains('.', StringComparison.Ordinal) ? 0.001 : 1),
    };

    private static JsonNode Into(JsonNode node) => node is JsonArray list ? list[0]! : node;

    private static JsonNode Other(JsonNode value, Type type) => value switch
    {
        JsonArray list => new JsonArray([.. list.Reverse().Select(one => one!.DeepClone())]),
        _ when type.IsEnum => Enum.GetNames(type).First(name => name != (string)value!),
        _ when type == typeof(string) => (string)value! + "b",
        _ when type == typeof(bool) => !(bool)value,
        _ when type == typeof(byte) || type == typeof(int) || type == typeof(long) => (long)value + 1,
        _ when type == typeof(double) => (double)value + 0.5,
        _ => throw new NotSupportedException($"A member of type {type} needs a way to be changed here."),
    };

    // A record's members are the parameters of its constructor.
    private static IEnumerable<(string Path, Type Type)> Members(Type record) => Constructor(record).GetParameters().SelectMany(member =>
    {
        var name = record.GetProperty(member.Name!)!.GetCustomAttribute<JsonPropertyNameAttribute>()?.Name ?? member.Name!;
        var type = Nullable.GetUnderlyingType(member.ParameterType) ?? member.ParameterType;
        if (type is { IsGenericType: true })
            type = type.GetGenericArguments()[0];
        return type.IsEnum || type.IsAbstract || type.Namespace!.StartsWith("System", StringComparison.Ordinal)
            ? [(name, type)]
            : Members(type).Select(inner => ($"{name}.{inner.Path}", inner.Type));
    });

    private static ConstructorInfo Constructor(Type record) => record.GetConstructors().MaxBy(one => one.GetParameters().Length)!;
}
