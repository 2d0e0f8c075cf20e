using Pantomet.Core.Pictures;
using Pantomet.Core.Sources;

namespace Pantomet.Core.Tests.Sources;

public sealed class SeriesNameTests
{
    [Theory]
    [InlineData("kites-spring-01", 3, "kites-spring-01 kites-spring-02 kites-spring-03")]
    [InlineData("Kites Spring 08", 3, "kites-spring-08 kites-spring-09 kites-spring-10")]
    [InlineData("kites-9", 2, "kites-09 kites-10")]
    [InlineData("kites", 2, "kites-1 kites-2")]
    [InlineData("kites", 1, "kites")]
    [InlineData("2026", 2, "2026 2027")]
    [InlineData("order-1234567890123", 2, "order-1234567890123-1 order-1234567890123-2")]
    [InlineData("", 2, "picture-1 picture-2")]
    public void Numbers_go_on_from_the_first(string first, int count, string stems) =>
        Assert.Equal(stems.Split(' '), SeriesName.Stems(first, count));

    [Fact]
    public void Every_picture_has_a_stem_of_its_own_however_long_the_first()
    {
        var random = new Random(4);
        for (var times = 0; times < 200; times++)
        {
            var first = new string([.. Enumerable.Range(0, random.Next(200)).Select(_ => (char)random.Next(' ', '~'))]) +
                new string('9', random.Next(4));
            var stems = SeriesName.Stems(first, 1 + random.Next(300));
            Assert.All(stems, stem => Assert.True(Stem.IsValid(stem), stem));
            Assert.Equal(stems.Count, stems.Distinct().Count());
        }
    }
}
