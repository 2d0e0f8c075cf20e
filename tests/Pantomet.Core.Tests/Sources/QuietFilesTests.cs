using Pantomet.Core.Sources;

namespace Pantomet.Core.Tests.Sources;

public sealed class QuietFilesTests
{
    [Fact]
    public void A_file_is_complete_when_it_stays_the_same_and_no_sooner()
    {
        var quiet = new QuietFiles(3);
        Assert.Empty(quiet.Look([new("a", 10, 1), new("empty", 0, 1)]));
        Assert.Empty(quiet.Look([new("a", 20, 1), new("empty", 0, 1)]));
        Assert.Empty(quiet.Look([new("a", 20, 1), new("empty", 0, 1)]));
        Assert.Equal(["a"], quiet.Look([new("a", 20, 1), new("empty", 0, 1)]).Select(file => file.Path));
    }

    [Fact]
    public void A_clock_that_is_set_back_neither_hurries_nor_hinders()
    {
        var quiet = new QuietFiles(2);
        quiet.Look([new("a", 10, 500)]);
        Assert.Empty(quiet.Look([new("a", 10, 3)]));
        Assert.Single(quiet.Look([new("a", 10, 3)]));
    }

    [Fact]
    public void A_file_that_went_away_begins_anew()
    {
        var quiet = new QuietFiles(2);
        quiet.Look([new("a", 10, 1)]);
        quiet.Look([]);
        Assert.Empty(quiet.Look([new("a", 10, 1)]));
    }
}
