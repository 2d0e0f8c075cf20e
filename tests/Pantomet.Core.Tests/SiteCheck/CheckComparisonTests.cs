using Pantomet.Core.Findings;
using Pantomet.Core.SiteCheck;

namespace Pantomet.Core.Tests.SiteCheck;

public sealed class CheckComparisonTests
{
    private static readonly Finding Note = new("older-format", Severity.Note, "It is JPEG.");

    private static CheckedPicture Picture(string address, long? bytes, params Finding[] findings) => new(address, bytes, findings);

    [Fact]
    public void What_is_new_gone_worse_and_mended_is_told_apart()
    {
        var compared = CheckComparison.Of(
            [Picture("/gone", 1), Picture("/heavier", 100_000), Picture("/lighter", 100_000), Picture("/same", 100_000, Note),
                Picture("/fixed", 100_000, MarkupFindings.NoAlternativeText), Picture("/both", 100_000),
                Picture("/broken", null, BrokenFindings.Missing)],
            [Picture("/new", 1), Picture("/heavier", 120_000), Picture("/lighter", 20_000), Picture("/same", 104_000),
                Picture("/fixed", 100_000), Picture("/both", 50_000, MarkupFindings.NoAlternativeText),
                Picture("/broken", 900_000, MarkupFindings.NoAlternativeText)]);

        Assert.Equal(["/new"], compared.New);
        Assert.Equal(["/gone"], compared.Gone);
        Assert.Equal(["/heavier", "/both"], compared.Worse.Select(one => one.Address));
        Assert.Equal(["/lighter", "/fixed", "/broken"], compared.Mended.Select(one => one.Address));
        Assert.Equal("100.0 kB before, 120.0 kB now.", compared.Worse[0].Sentence);
        Assert.StartsWith("No longer: It has no alternative text", compared.Mended[1].Sentence, StringComparison.Ordinal);
    }

    [Fact]
    public void What_is_not_known_says_nothing() =>
        Assert.Equivalent(new CheckComparison([], [], [], []), CheckComparison.Of([Picture("/a", null)], [Picture("/a", 5)]));
}
