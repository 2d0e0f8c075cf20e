using System.Text.Json.Nodes;
using Pantomet.Core.Destinations;
using Pantomet.Core.Measures;
using Pantomet.Core.Treatments;

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
        Assert.Equal(
            (Fit.Cover, ColourPolicy.Srgb, MetadataPolicy.Rights, Delivery.One), (slot.Fit, slot.Colour, slot.Metadata, slot.Delivery));
        Assert.Equal(QualityRange.Default, slot.Quality);
        Assert.Equal(new ByteCount(1_000_000), slot.Limits.MaxBytes);
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
    [InlineData("formats", "[\"bmp\"]", "slots[0].formats")]
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
    [InlineData("limits", """{"leastSide":500,"mostSide":400}""", "slots[0].limits.leastSide")]
    [InlineData("limits", """{"mostSide":2499}""", "slots[0].limits")]
    [InlineData("transparency", "\"must\"", "slots[0].formats")]
    [InlineData("transparency", "\"perhaps\"", "slots[0].transparency")]
    [InlineData("sizes", """{"exact":"2500x1900"}""", "slots[0].sizes.exact")]
    [InlineData("sizes", """{"heights":[]}""", "slots[0].sizes.heights")]
    [InlineData("sizes", """{"box":"wide"}""", "slots[0].sizes.box")]
    [InlineData("sizes", """{"mostPixels":0}""", "slots[0].sizes.mostPixels")]
    [InlineData("sizes", """{"multiples":{"factors":[1,1],"width":5}}""", "slots[0].sizes.multiples.factors")]
    [InlineData("sizes", """{"multiples":{"factors":[0]}}""", "slots[0].sizes.multiples.width")]
    [InlineData("sizes", """{"longestSide":2500.5}""", "slots[0].sizes.longestSide")]
    [InlineData("sizes", """{"widths":"all"}""", "slots[0].sizes.widths")]
    [InlineData("fit", "\"stretch\"", "slots[0].fit")]
    [InlineData("name", "null", "slots[0].name")]
    [InlineData("treatments", """{"tone":{"text":"grey"}}""", "slots[0].treatments.tone.text")]
    [InlineData("treatments", """{"tone":{"text":"dark","contrast":22}}""", "slots[0].treatments.tone.contrast")]
    [InlineData("treatments", """{"tone":{"text":"dark","under":{"x":0.5,"y":0,"width":0.6,"height":1}}}""",
        "slots[0].treatments.tone.under")]
    [InlineData("treatments", """{"tone":{"text":"dark","by":[]}}""", "slots[0].treatments.tone.by")]
    [InlineData("treatments", """{"tone":{"text":"dark","by":["1"]}}""", "slots[0].treatments.tone.by")]
    [InlineData("treatments", """{"tone":{"text":"dark","byHand":{"darks":0.5,"lights":0.4}}}""", "slots[0].treatments.tone.byHand.darks")]
    [InlineData("treatments", """{"tone":{"text":"dark","byHand":{"blur":0.06}}}""", "slots[0].treatments.tone.byHand.blur")]
    [InlineData("treatments", """{"edges":{"corners":0.6}}""", "slots[0].treatments.edges.corners")]
    [InlineData("treatments", """{"edges":{"lineColour":"red"}}""", "slots[0].treatments.edges.lineColour")]
    public void What_is_wrong_is_said_at_its_field(string member, string value, string field)
    {
        var document = JsonNode.Parse(Least)!;
        document["slots"]![0]![member] = JsonNode.Parse(value);
        var reading = DestinationReader.Read(document.ToJsonString());
        Assert.Null(reading.Destination);
        Assert.Contains(reading.Problems, problem => problem.Field == field);
    }

    [Theory]
    [InlineData("true", TransparencyPolicy.WhereItCan)]
    [InlineData("false", TransparencyPolicy.Flattened)]
    public void Transparency_is_said_by_yes_or_no(string value, TransparencyPolicy policy)
    {
        var document = JsonNode.Parse(Least)!;
        document["slots"]![0]!["transparency"] = JsonNode.Parse(value);
        var slot = DestinationReader.Read(document.ToJsonString()).Destination!.Slots[0];
        Assert.Equal(policy, slot.Transparency);
    }

    [Fact]
    public void Treatments_are_read_and_do_not_go_with_colour_that_is_kept()
    {
        var document = JsonNode.Parse(Least)!;
        var slot = document["slots"]![0]!;
        slot["treatments"] = JsonNode.Parse(
            """
            {"tone":{"text":"dark","under":{"x":0,"y":0.5,"width":1,"height":0.5},"contrast":3,"by":["blur","levels"],
             "byHand":{"darks":0.2,"colour":0.5,"blur":0.004,"opacity":0.25}},"edges":{"line":0.01,"shadow":0.4}}
            """);
        var read = DestinationReader.Read(document.ToJsonString()).Destination!.Slots[0].Treatments;
        Assert.Equal(
            new SlotTreatments(
                new Tone(
                    new ToneDemand(new SrgbColour(0x22, 0x22, 0x22), 3) { Means = ToneMeans.Levels | ToneMeans.Blur },
                    new PicturePart(0, 0.5, 1, 0.5), new ToneChange(51, 255, 50, 4, SrgbColour.White, 25)),
                Edges: new Edges(0.01, default, 0, 0.4)),
            read);
        slot["colour"] = "keep";
        Assert.Equal("slots[0].treatments", Assert.Single(DestinationReader.Read(document.ToJsonString()).Problems).Field);
    }

    [Fact]
    public void Names_that_would_fall_together_are_found_before_rendering()
    {
        var document = JsonNode.Parse(Least)!;
        document["slots"]![0]!["sizes"] = JsonNode.Parse("""{"widths":[1000,500]}""");
        document["slots"]![0]!["fileName"] = "{stem}";
        var problem = Assert.Single(DestinationReader.Read(document.ToJsonString()).Problems);
        Assert.Equal(("slots[0].fileName", true), (problem.Field, problem.Sentence.Contains("{width}", StringComparison.Ordinal)));
    }

    [Fact]
    public void A_problem_says_its_line_even_where_the_member_is_absent()
    {
        const string json =
            "{\n\"format\":\"pantomet-destination-1\",\"id\":\"a\",\"name\":\"a\",\n\"kind\":\"site\",\"slots\":[\n " +
            "{\"id\":\"a.b\",\"name\":\"b\",\n  \"shape\":\"wide\",\"formats\":[\"jpeg\"]},\n " +
            "{\"id\":\"a.b\",\"name\":\"c\",\"shape\":\"1:1\",\"formats\":[\"jpeg\"]}]}";
        var problems = DestinationReader.Read(json).Problems;
        Assert.Equal(
            [("slots[0].shape", 5), ("slots[1].sizes", 6), ("slots[1].id", 6)],
            problems.Select(problem => (problem.Field, problem.Line ?? 0)));
        Assert.Equal(2, Assert.Single(DestinationReader.Read("{\n\"format\": nonsense}").Problems).Line);
    }

    [Fact]
    public void A_newer_version_is_refused_by_its_number() =>
        Assert.Contains(
            "version 2", Assert.Single(DestinationReader.Read("""{"format":"pantomet-destination-2"}""").Problems).Sentence,
            StringComparison.Ordinal);

    [Fact]
    public void Members_that_are_not_known_are_kept_and_said()
    {
        var document = JsonNode.Parse(Least)!;
        document["door"] = "green";
        document["slots"]![0]!["limits"]!["softBytes"] = 5;
        var reading = DestinationReader.Read(document.ToJsonString());
        Assert.Equal(["door", "slots[0].limits.softBytes"], reading.Notices.Select(notice => notice.Field));
        Assert.True(
            JsonNode.DeepEquals(document, System.Text.Json.JsonSerializer.SerializeToNode(reading.Document, DestinationDocument.Json)));
    }

    [Theory]
    [InlineData(60_000, true)]
    [InlineData(900_000, false)]
    public void A_cap_far_below_what_such_files_weigh_is_noticed(int mostBytes, bool isNoticed)
    {
        var document = JsonNode.Parse(Least)!;
        document["slots"]![0]!["limits"] = new JsonObject { ["mostBytes"] = mostBytes };
        Assert.Equal(
            isNoticed, DestinationReader.Read(document.ToJsonString()).Notices.Any(notice => notice.Field == "slots[0].limits.mostBytes"));
    }

    [Fact]
    public void Shares_that_do_not_add_up_are_scaled_and_said()
    {
        var document = JsonNode.Parse(Least)!;
        document["devices"] = JsonNode.Parse("""[{"viewport":400,"density":2,"share":3},{"viewport":800,"density":1,"share":1}]""");
        var reading = DestinationReader.Read(document.ToJsonString());
        Assert.Equal([0.75, 0.25], reading.Destination!.Devices.Select(device => device.Share));
        Assert.Contains("add up to 4", Assert.Single(reading.Notices).Sentence, StringComparison.Ordinal);
    }

    [Fact]
    public void Of_a_table_that_is_wrong_in_every_row_the_first_hundred_problems_are_told()
    {
        var document = JsonNode.Parse(Least)!;
        document["devices"] = new JsonArray(
            [.. Enumerable.Range(0, 500).Select(_ => JsonNode.Parse("""{"viewport":0,"density":1,"share":1}"""))]);
        var reading = DestinationReader.Read(document.ToJsonString());
        Assert.Null(reading.Destination);
        Assert.Equal(100, reading.Problems.Count);
    }

    [Theory]
    [InlineData("2026-05-22", true)]
    [InlineData("2026-05-23", false)]
    [InlineData(null, false)]
    public void Numbers_checked_more_than_six_months_ago_are_outdated(string? day, bool isOutdated) =>
        Assert.Equal(
            isOutdated,
            Destination.IsOutdated(
                day is null ? null : DateOnly.Parse(day, System.Globalization.CultureInfo.InvariantCulture), new DateOnly(2026, 11, 23)));

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
        Assert.Contains(
            DestinationReader.Read(document.ToJsonString()).Problems,
            problem => problem.Sentence.Contains("stall.photo", StringComparison.Ordinal));
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
