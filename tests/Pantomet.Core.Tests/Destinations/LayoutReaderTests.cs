using System.Text.Json.Nodes;
using Pantomet.Core.Destinations;

namespace Pantomet.Core.Tests.Destinations;

public sealed class LayoutReaderTests
{
    [Fact]
    public void A_layout_gives_the_widths_that_its_devices_need()
    {
        var reading = Read("""{"rows":[{"from":0,"width":"100vw"},{"from":800,"width":"400px"}],"ladder":{"best":{"files":9}}}""");
        var rule = Assert.IsType<SizeRule.FromLayout>(reading.Destination!.Slots[0].Sizes);
        Assert.Equal([400, 750, 800], rule.Ladder.Widths);
    }

    [Theory]
    [InlineData("""{"rows":[{"from":100,"width":"1px"}],"ladder":{"even":3}}""", "rows[0].from", "from viewport width 0")]
    [InlineData("""{"rows":[{"from":0,"width":"1px"},{"from":900,"width":"1px"},{"from":600,"width":"1px"}],"ladder":{"even":3}}""",
        "rows[2].from", "put them in order")]
    [InlineData("""{"rows":[{"from":0,"width":"1px"},{"from":600,"width":"1px"},{"from":600,"width":"2px"}],"ladder":{"even":3}}""",
        "rows[2].from", "Two rows begin at 600 px")]
    [InlineData("""{"rows":[{"from":0,"width":"100vw - 400px"}],"ladder":{"even":3}}""", "rows[0].width",
        "At a viewport of 320 px the width is -80 px")]
    [InlineData("""{"rows":[{"from":0,"width":"9000vw"}],"ladder":{"even":3}}""", "rows[0].width", "at most 16,383")]
    [InlineData("""{"rows":[{"from":0,"width":"12em"}],"ladder":{"even":3}}""", "rows[0].width", "\"em\"")]
    [InlineData("""{"rows":[{"from":0}],"ladder":{"even":3}}""", "rows[0].width", "either a width or columns")]
    [InlineData("""{"rows":[{"from":0,"columns":{"count":3,"span":4}}],"ladder":{"even":3}}""", "rows[0].columns.span", "1 to 3 columns")]
    [InlineData("""{"rows":[{"from":0,"columns":{"count":60,"span":1}}],"ladder":{"even":3}}""", "rows[0].columns.count", "1 to 48")]
    [InlineData("""{"rows":[{"from":0,"width":"1px"}],"ladder":{}}""", "ladder", "exactly one")]
    [InlineData("""{"rows":[{"from":0,"width":"1px"}],"ladder":{"even":0}}""", "ladder.even", "1 to 40")]
    [InlineData("""{"rows":[{"from":0,"width":"1px"}],"ladder":{"best":{"files":3,"waste":0.1}}}""", "ladder.best", "either")]
    [InlineData("""{"rows":[{"from":0,"width":"1px"}],"ladder":{"best":{"waste":0}}}""", "ladder.best.waste", "above 0")]
    [InlineData("""{"rows":[{"from":0,"width":"1px"}],"ladder":{"even":3,"leastShare":1.5}}""", "ladder.leastShare", "at most 1")]
    [InlineData("""{"rows":[{"from":0,"width":"1px"}],"ladder":{"oneFile":9}}""", "ladder.oneFile", "0.1 and 4")]
    [InlineData("""{"rows":[{"from":0,"width":"1px"}],"ladder":{"widths":[5,5]}}""", "ladder.widths", "twice")]
    public void What_is_wrong_is_said_at_its_field(string layout, string field, string part)
    {
        var problem = Assert.Single(Read(layout).Problems);
        Assert.Equal($"slots[0].sizes.layout.{field}", problem.Field);
        Assert.Contains(part, problem.Sentence, StringComparison.Ordinal);
    }

    [Fact]
    public void A_tier_is_sized_for_the_screens_in_its_range()
    {
        var reading = Read(
            """{"rows":[{"from":0,"width":"50vw"}],"ladder":{"best":{"files":9}}}""",
            slot => slot["tiers"] = JsonNode.Parse(
                """[{"name":"narrow","from":0},{"name":"wide","from":800},{"name":"huge","from":3000}]"""));
        var ladders = reading.Destination!.Slots[0].Tiers.Select(tier => ((SizeRule.FromLayout)tier.Sizes).Ladder.Widths);
        // Nobody comes with 3,000 px or more: that tier is sized for a plain and a dense screen of 3,000.
        Assert.Equal([[375, 400], [500], [1500, 3000]], ladders);
    }

    [Theory]
    [InlineData("""[{"name":"a","from":5}]""", "tiers[0].from")]
    [InlineData("""[{"name":"a","from":0},{"name":"b","from":0}]""", "tiers[1].from")]
    [InlineData("""[{"name":"a","from":0},{"name":"A","from":9}]""", "tiers[1].name")]
    [InlineData("""[{"name":"a","from":0,"shape":"wide"}]""", "tiers[0].shape")]
    [InlineData("""[{"name":"a","from":0,"sizes":{"widths":[0]}}]""", "tiers[0].sizes.widths")]
    public void What_is_wrong_with_a_tier_is_said_at_its_field(string tiers, string field) =>
        Assert.Contains(
            Read("""{"rows":[{"from":0,"width":"50vw"}],"ladder":{"even":2}}""", slot => slot["tiers"] = JsonNode.Parse(tiers)).Problems,
            problem => problem.Field == $"slots[0].{field}");

    private static DestinationReading Read(string layout, Action<JsonNode>? change = null)
    {
        var document = JsonNode.Parse("""
            {"format":"pantomet-destination-1","id":"site","name":"Site","kind":"site",
             "devices":[{"viewport":375,"density":2,"share":40},{"viewport":400,"density":2,"share":40},
               {"viewport":1000,"density":1,"share":20}],
             "slots":[{"id":"site.a","name":"a","shape":"3:2","formats":["jpeg"],"sizes":{"layout":null}}]}
            """)!;
        document["slots"]![0]!["sizes"]!["layout"] = JsonNode.Parse(layout);
        change?.Invoke(document["slots"]![0]!);
        return DestinationReader.Read(document.ToJsonString());
    }
}
