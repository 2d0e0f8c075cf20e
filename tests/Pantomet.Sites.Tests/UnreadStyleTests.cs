using System.Text;
using Pantomet.Core.Findings;
using Pantomet.Core.SiteCheck;
using Pantomet.Sites.Layout;

namespace Pantomet.Sites.Tests;

/// <summary>What cannot be read of a style leaves a size open; it never makes a wrong one.</summary>
public sealed class UnreadStyleTests
{
    [Theory]
    [InlineData("@import url(other.css) layer(base);")]
    [InlineData("@import url(other.css) supports(display: grid);")]
    public void A_sheet_that_is_imported_on_terms(string css) =>
        Assert.Null(WidthOf(css + "img { width: 50px }", "img { width: 40px !important }"));

    [Fact]
    public void Sheets_that_import_each_other_without_end() =>
        Assert.Equal(ShownSize.Unknown, Sizes("@import url(other.css); img { width: 50px }", "@import url(other.css);")[0]);

    [Fact]
    public void More_rules_than_are_read()
    {
        var rules = string.Concat(Enumerable.Repeat("p{color:red}", 100_001));

        Assert.Equal("page-too-large", Assert.Throws<UnreadableException>(() => WidthOf("img { width: 50px }" + rules)).Id);
    }

    // Each level three times as long as the one around it.
    [Fact]
    public void Rules_that_grow_with_each_rule_around_them()
    {
        var css = string.Concat(Enumerable.Repeat("& & & { ", 11)) + "width: 9px" + new string('}', 11);

        Assert.Equal("page-too-large", Assert.Throws<UnreadableException>(() => WidthOf($"body {{ {css} }}")).Id);
    }

    [Fact]
    public void A_box_of_which_it_is_not_known_whether_its_padding_counts() =>
        Assert.Null(WidthOf("@container (min-width: 1px) { img { box-sizing: border-box } } img { max-width: 100px; padding: 10px }"));

    // However deep: what browsers do not take is not followed.
    [Fact]
    public void Columns_that_are_repeated_within_repeated_ones()
    {
        var columns = string.Concat(Enumerable.Repeat("repeat(1, ", 20_000)) + "1fr" + new string(')', 20_000);

        Assert.Null(WidthOf($"body {{ display: grid; grid-template-columns: {columns} }} img {{ width: 100% }}"));
    }

    // Signs of a good page, put where they do not belong.
    [Fact]
    public void Whatever_a_page_is_made_of_it_is_measured_or_refused_in_words()
    {
        var whole = File.ReadAllBytes(Path.Combine(Repository.Root, "tests", "layouts", "clever.html"));
        var random = new Random(7);
        for (var round = 0; round < 150; round++)
        {
            var content = (byte[])whole.Clone();
            for (var change = 0; change < 60; change++)
                content[random.Next(content.Length)] = whole[random.Next(whole.Length)];
            using var page = new OpenPage(content, new Uri("http://place.test/"));
            var sizes = page.Measure([new Viewport(390, 844, 3)], _ => "", _ => (800, 600), _ => true)[0];
            Assert.All(sizes, size => Assert.True(size is { WidthPx: null or >= 0, HeightPx: null or >= 0 }, size.ToString()));
        }
    }

    private static double? WidthOf(string css, string? other = null) => Sizes(css, other)[0].WidthPx;

    private static IReadOnlyList<ShownSize> Sizes(string css, string? other)
    {
        var html = $"<!doctype html><style>{css}</style><img src=kite.jpg>";
        using var page = new OpenPage(Encoding.UTF8.GetBytes(html), new Uri("http://place.test/"));
        return page.Measure([new Viewport(390, 844, 3)], _ => other, _ => (800, 600), _ => true)[0];
    }
}
