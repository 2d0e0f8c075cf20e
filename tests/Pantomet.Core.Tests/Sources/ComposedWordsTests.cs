using Pantomet.Core.Sources;

namespace Pantomet.Core.Tests.Sources;

public sealed class ComposedWordsTests
{
    [Theory]
    [InlineData("kites kites", "kites")]
    [InlineData("kites reels", "")]
    [InlineData("kites ", "")]
    public void A_pair_belongs_to_what_all_its_pictures_belong_to(string groups, string group) =>
        Assert.Equal(group, ComposedWords.GroupOf(groups.Split(' ')));
}
