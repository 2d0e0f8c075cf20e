using Pantomet.Sites.Ways;

namespace Pantomet.Sites.Tests.Ways;

/// <summary>RFC 9309 (https://www.rfc-editor.org/rfc/rfc9309).</summary>
public sealed class RobotRulesTests
{
    // §5.1, the simple example of the RFC.
    private const string Simple =
        """
        User-Agent: *
        Disallow: *.gif$
        Disallow: /example/
        Allow: /publications/

        User-Agent: foobot
        Disallow:/
        Allow:/example/page.html
        Allow:/example/allowed.gif

        User-Agent: barbot
        User-Agent: bazbot
        Disallow: /example/page.html

        User-Agent: quxbot
        """;

    [Theory]
    [InlineData("kitebot", "/a/b.gif", false)]
    [InlineData("kitebot", "/a/b.gif?x", true)]
    [InlineData("kitebot", "/example/page.html", false)]
    [InlineData("kitebot", "/publications/x", true)]
    [InlineData("foobot", "/", false)]
    [InlineData("foobot", "/example/page.html", true)]
    [InlineData("FooBot", "/example/allowed.gif", true)]
    [InlineData("barbot", "/example/page.html", false)]
    [InlineData("bazbot", "/example/page.html", false)]
    [InlineData("bazbot", "/example/other.gif", true)]
    [InlineData("quxbot", "/example/page.html", true)]
    public void The_example_of_the_standard_is_read_as_it_says(string program, string path, bool isAllowed) =>
        Assert.Equal(isAllowed, RobotRules.Read(Simple, program).Allow(new Uri("http://kites.example" + path)));

    // §5.2: the longest rule counts.
    [Theory]
    [InlineData("Allow: /example/page/\nDisallow: /example/page/disallowed.gif", "/example/page/disallowed.gif", false)]
    [InlineData("Disallow: /page\nAllow: /page", "/page", true)]
    [InlineData("Disallow: /a*b*c$", "/a-b-c", false)]
    [InlineData("Disallow: /a*b*c$", "/a-b-c-d", true)]
    [InlineData("Disallow: /a*b*c$", "/a-b-c-bc", false)]
    [InlineData("Disallow:", "/anything", true)]
    [InlineData("Disallow: /", "/robots.txt", true)]
    [InlineData("Crawl-delay: 9\nnonsense\n# Disallow: /", "/anything", true)]
    public void The_longest_rule_counts(string rules, string path, bool isAllowed) =>
        Assert.Equal(isAllowed, RobotRules.Read($"user-agent: *\n{rules}", "Pantomet").Allow(new Uri("http://kites.example" + path)));

    [Fact]
    public void What_cannot_be_had_allows_nothing() => Assert.False(RobotRules.Everything.Allow(new Uri("http://kites.example/")));
}
