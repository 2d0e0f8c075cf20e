using System.Globalization;
using System.Text.Json;
using Pantomet.Core.SiteCheck;
using Pantomet.Core.SiteCheck.Css;

namespace Pantomet.Core.Tests.SiteCheck;

/// <summary>Our reading of <c>srcset</c> and <c>sizes</c> against what Chromium made of the same: the table is held to Chromium by
/// <c>tests/e2e/srcset.spec.ts</c>.</summary>
public sealed class SrcsetTests
{
    private static readonly Viewport[] Screens = [new(360, 640, 1), new(800, 600, 2), new(1440, 900, 1.5)];

    private static readonly List<Case> Table = JsonSerializer.Deserialize<List<Case>>(
        File.ReadAllText(Path.Combine(Repository.Root, "tests", "srcset", "cases.json")), JsonSerializerOptions.Web)!;

    public static TheoryData<int> Cases() => [.. Enumerable.Range(0, Table.Count)];

    [Theory]
    [MemberData(nameof(Cases))]
    public void It_is_read_as_browsers_read_it(int index)
    {
        var one = Table[index];
        foreach (var (screen, taken) in Screens.Zip(one.Taken))
        {
            var size = SourceSize.Of(one.Sizes, screen, one.Lazy);
            // An "auto" that decides takes what the page makes of the picture, which is nothing before it is there.
            var sizePx = size.IsAuto ? 300 : Assert.NotNull(size.Px);
            var chosen = ImageSources.Chosen(ImageSources.Of(Srcset.Read(one.Srcset), one.Src, sizePx), screen.Density);
            if (one.Differs is not null)
                continue;
            Assert.Equal(taken?[0].GetString(), chosen?.Address);
            // What is not there has no width, and what says "auto" is laid out by another rule.
            if (taken?[1].GetDouble() is > 0 and var width && !(one.Sizes ?? "").StartsWith("auto", StringComparison.Ordinal))
                Assert.InRange(width - (PixelsOf(chosen!.Address) / chosen.Density), -1, 1);
        }
    }

    [Fact]
    public void The_table_is_large_and_Chromium_hardly_ever_does_otherwise_than_the_standard()
    {
        Assert.True(Table.Count >= 60);
        Assert.True(Table.Count(one => one.Differs is not null) <= 1);
    }

    [Theory]
    [InlineData("a.png 1x,, b.png 2x", "comma")]
    [InlineData("a.png 1q", "\"1q\"")]
    [InlineData("a.png 100w 50h, b.png 50h", "height")]
    public void What_is_wrong_is_said(string srcset, string sentence) =>
        Assert.Contains(sentence, string.Join(' ', Srcset.Read(srcset).Errors), StringComparison.Ordinal);

    [Fact]
    public void What_only_the_page_or_its_reader_knows_is_not_guessed()
    {
        Assert.Null(SourceSize.Of("(hover) 300px, 100vw", Screens[0]).Px);
        Assert.Null(SourceSize.Of("20ch", Screens[0]).Px);
        Assert.Null(SourceSize.Of("auto", Screens[0], mayBeAuto: true).Px);
        Assert.Equal(240, SourceSize.Of("auto, 300px", Screens[0], mayBeAuto: true, laidOutPx: 240).Px);
        Assert.False(SourceSize.Of(null, Screens[0]).IsSaid);
        Assert.Equal(Holds.Undecided, MediaCondition.OfQueries("(prefers-color-scheme: dark)", Screens[0]));
        Assert.Equal(Holds.Undecided, MediaCondition.OfQueries("(hover) or (made-up: 1)", Screens[0]));
        Assert.Equal(Holds.Undecided, MediaCondition.OfQueries("not ((hover) and (made-up: 1))", Screens[0]));
        Assert.Equal(Holds.Yes, MediaCondition.OfQueries("(hover) or (min-width: 1px)", Screens[0]));
        Assert.Equal(Holds.No, MediaCondition.OfQueries("print, (min-width: 500px)", Screens[0]));
        Assert.Equal(Holds.Yes, MediaCondition.OfQueries("not print and (min-width: 300px)", Screens[0]));
        Assert.Equal(Holds.Yes, MediaCondition.OfQueries(" ", Screens[0]));
    }

    [Fact]
    public void Whatever_is_written_is_read_in_time_in_proportion_to_its_length()
    {
        var deep = new string('(', 100_000);
        Assert.Empty(Srcset.Read($"a.png {deep}").Candidates);
        Assert.Equal(360, SourceSize.Of($"{deep} 300px", Screens[0]).Px);
        Assert.Equal(360, SourceSize.Of($"calc({deep}1px", Screens[0]).Px);
        Assert.Equal(200_001, Srcset.Read(string.Concat(Enumerable.Repeat("a 1x,", 200_001))).Candidates.Count);
        var random = new Random(7);
        const string signs = "a1.,()[]{}\"'\\/*-+%:<>= \n\u00a0wxh#@;";
        for (var round = 0; round < 3_000; round++)
        {
            var text = new string([.. Enumerable.Range(0, random.Next(60)).Select(_ => signs[random.Next(signs.Length)])]);
            _ = Srcset.Read(text);
            _ = SourceSize.Of(text, Screens[1]);
            _ = MediaCondition.OfQueries(text, Screens[2]);
        }
    }

    private static double PixelsOf(string address) => double.Parse(address.Split('.')[0], CultureInfo.InvariantCulture);

    private sealed record Case(string Srcset, string? Sizes, string? Src, bool Lazy, string? Differs, List<List<JsonElement>?> Taken);
}
