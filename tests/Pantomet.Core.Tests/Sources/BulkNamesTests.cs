using CsCheck;
using Pantomet.Core.Pictures;
using Pantomet.Core.Sources;

namespace Pantomet.Core.Tests.Sources;

public sealed class BulkNamesTests
{
    private static readonly BulkNames Names = new(text => text.Replace('ü', 'u'));

    [Fact]
    public void A_pattern_numbers_the_sources_in_their_order()
    {
        var texts = BulkNames.FromPattern("Red kite {number} {group}", 98, Sources("a", "b", "c"));
        Assert.Equal(["Red kite 098 shoot", "Red kite 099 shoot", "Red kite 100 shoot"], texts);
        Assert.Equal(
            ["red-kite-098-shoot", "red-kite-099-shoot", "red-kite-100-shoot"],
            Names.Stems(Sources("a", "b", "c"), texts, _ => false).Select(item => item.After));
    }

    [Fact]
    public void A_pattern_can_say_what_is_already_known()
    {
        var sources = Sources("red-kite");
        Assert.Equal(["red-kite, red kite of shoot, red-kite-0"], BulkNames.FromPattern("{stem}, {words} of {group}, {file}", 1, sources));
        Assert.Equal(["{colour}"], BulkNames.Unknown("{colour} {stem} {colour}"));
    }

    [Fact]
    public void A_list_gives_each_source_its_line_and_leaves_those_without_one_as_they_are()
    {
        var texts = BulkNames.FromList("Grüner Drachen\r\n\r\n  tail  ", 4);
        Assert.Equal(["Grüner Drachen", null, "tail", null], texts);
        Assert.Equal(
            ["gruner-drachen", "b", "tail", "d"], Names.Stems(Sources("a", "b", "c", "d"), texts, _ => false).Select(item => item.After));
        Assert.Equal(
            ["Grüner Drachen", "says b", "tail", "says d"],
            BulkNames.AltTexts(Sources("a", "b", "c", "d"), texts).Select(item => item.After));
        Assert.Equal((3, 0), (BulkNames.Lines("one\n\nthree\n\n"), BulkNames.Lines(" \n")));
    }

    private static readonly string?[] Texts = ["kite", "Kite!", "kite-2", "tail", null];
    private static readonly string[] Others = ["kite", "kite-3", "other"];

    // Two sources with one stem would give two files one name.
    [Fact]
    public void However_they_are_named_no_two_have_the_same_stem() =>
        Gen.Select(Gen.Int[0, 4].Array[1, 12], Gen.Int[0, 2].HashSet[0, 3]).Sample((chosen, taken) =>
        {
            var (texts, others) = (chosen.Select(at => Texts[at]).ToList(), taken.Select(at => Others[at]).ToHashSet());
            var sources = Sources([.. chosen.Select((_, at) => $"own-{at}")]);
            var stems = Names.Stems(sources, texts, others.Contains).Select(item => item.After).ToList();
            return stems.Distinct().Count() == stems.Count && !stems.Any(others.Contains) && stems.All(Stem.IsValid);
        });

    [Fact]
    public void Naming_back_from_the_list_of_what_was_brings_everything_back()
    {
        var sources = Sources("b", "a", "kite");
        var renamed = Names.Stems(sources, ["a", "kite", "b"], _ => false);
        var back = Names.Stems(
            [.. sources.Zip(renamed, (source, item) => source with { Stem = item.After })],
            BulkNames.FromList(string.Join('\n', renamed.Select(item => item.Before)), 3), _ => false);
        Assert.Equal(["b", "a", "kite"], back.Select(item => item.After));
    }

    private static IReadOnlyList<NamedSource> Sources(params string[] stems) =>
        [.. stems.Select((stem, at) => new NamedSource($"{at}", stem, $"says {stem}", "shoot", $"{stem}-{at}.jpg"))];
}
