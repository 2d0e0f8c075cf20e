using System.Text.Json.Nodes;
using Pantomet.Core.Destinations;
using Pantomet.Core.Measures;

namespace Pantomet.Core.Tests.Destinations;

public sealed class DestinationReaderTests
{
    private const string Least = """
        {"format":"pantomet-destination-1","id":"stall","name":"Stall","kind":"marketplace",
         "slots":[{"id":"stall.photo","name":"photo","shape":"5:4","sizes":{"longestSide":2500},"formats":["jpeg"],
                   "limits":{"mostBytes":1000000,"aimBytes":[500000,700000],"fewestBytes":300000}}]}
        """;

    [Fact]
    public void A_document_that_says_the_least_gets_the_usual_for_the_rest()
    {
        var slot = DestinationReader.Read(Least).Destination!.Slots[0];
        Assert.Equal((Fit.Cover, ColourPolicy.Srgb, MetadataPolicy.Rights, Delivery.One), (slot.Fit, slot.Colour, slot.Metadata, slot.Delivery));
        Assert.Equal(QualityRange.Usual, slot.Quality);
        Assert.Equal(new ByteCount(1_000_000), slot.Limits.Most);
    }

    [Theory]
    [InlineData("shape", "\"5/4\"", "slots[0].shape")]
    [InlineData("shape", "\"2000x2000\"", "slots[0].sizes")]
    [InlineData("shape", "\"16:9..4:5\"", "slots[0].shape")]
    [InlineData("sizes", "{}", "slots[0].sizes")]
    [InlineData("sizes", """{"widths":[100],"longestSide":5}""", "slots[0].sizes")]
    [InlineData("sizes", """{"widths":[100,100]}""", "slots[0].sizes.widths")]
    [InlineData("sizes", """{"widths":[0]}""", "slots[0].sizes.widths")]
    [InlineData("sizes", """{"longestSide":20000}""", "slots[0].sizes.longestSide")]
    [InlineData("formats", "[]", "slots[0].formats")]
    [InlineData("formats", "[\"gif\"]", "slots[0].formats")]
    [InlineData("formats", "[\"0\"]", "slots[0].formats")]
    [InlineData("formats", "[\"jpeg\",\"jpeg\"]", "slots[0].formats")]
    [InlineData("background", "\"white\"", "slots[0].background")]
    [InlineData("limits", """{"mostBytes":100,"fewestBytes":200}""", "slots[0].limits.fewestBytes")]
    [InlineData("limits", """{"mostBytes":100,"aimBytes":[50,200]}""", "slots[0].limits.aimBytes")]
    [InlineData("limits", """{"aimBytes":[200,100]}""", "slots[0].limits.aimBytes")]
    [InlineData("quality", """{"floor":90,"ceiling":80}""", "slots[0].quality")]
    [InlineData("fileName", "\"../{stem}\"", "slots[0].fileName")]
    [InlineData("fileName", "\"{width}w\"", "slots[0].fileName")]
    [InlineData("keepClear", """[{"name":"a","form":"rectangle","x":0.9,"y":0,"width":0.2,"height":1}]""", "slots[0].keepClear[0]")]
    [InlineData("id", "\"Stall Photo\"", "slots[0].id")]
    public void What_is_wrong_is_said_at_its_field(string member, string value, string field)
    {
        var document = JsonNode.Parse(Least)!;
        document["slots"]![0]![member] = JsonNode.Parse(value);
        var reading = DestinationReader.Read(document.ToJsonString());
        Assert.Null(reading.Destination);
        Assert.Contains(reading.Problems, problem => problem.Field == field);
    }

    [Theory]
    [InlineData("null")]
    [InlineData("[]")]
    [InlineData("{}")]
    [InlineData("nonsense")]
    [InlineData("""{"format":"pantomet-destination-1","id":"a","name":"a","kind":7,"slots":[]}""")]
    [InlineData("""{"format":"pantomet-destination-1","id":"a","name":null,"kind":"site","slots":[]}""")]
    public void What_is_no_document_is_refused_with_a_sentence(string json) =>
        Assert.NotEmpty(Assert.Single(DestinationReader.Read(json).Problems).Sentence);

    [Fact]
    public void Two_slots_of_one_id_are_refused()
    {
        var document = JsonNode.Parse(Least)!;
        document["slots"]!.AsArray().Add(document["slots"]![0]!.DeepClone());
        Assert.Contains(DestinationReader.Read(document.ToJsonString()).Problems, problem => problem.Sentence.Contains("stall.photo", StringComparison.Ordinal));
    }

    [Theory]
    [InlineData("3:2", "3:2")]
    [InlineData("1:2", "4:5")]
    [InlineData("3:1", "16:9")]
    public void A_range_takes_the_nearest_allowed_ratio(string picture, string expected)
    {
        Assert.True(Shape.TryParse("4:5..16:9", out var shape));
        Assert.True(AspectRatio.TryParse(picture, out var own));
        Assert.Equal(expected, shape.RatioFor(own).ToString());
    }
}
