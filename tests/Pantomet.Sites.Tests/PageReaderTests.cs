using System.Text;
using System.Text.Json;
using Pantomet.Core.SiteCheck;

namespace Pantomet.Sites.Tests;

/// <summary>Which pictures pages have, and which file is taken of each, against what Chromium made of the same pages: the table is held to
/// Chromium by <c>tests/e2e/site-pages.spec.ts</c>.</summary>
public sealed class PageReaderTests
{
    private static readonly Uri Site = new("http://place.test/site/");
    private static readonly Viewport[] Screens = [new(360, 640, 1), new(800, 600, 2), new(1440, 900, 1.5)];
    private static readonly string Folder = Path.Combine(Repository.Root, "tests", "pages");

    private static readonly Dictionary<string, List<Seen>> Table = JsonSerializer.Deserialize<Dictionary<string, List<Seen>>>(
        File.ReadAllText(Path.Combine(Folder, "chromium.json")), JsonSerializerOptions.Web)!;

    public static TheoryData<string> Pages() => [.. Table.Keys];

    [Theory]
    [MemberData(nameof(Pages))]
    public void A_page_has_the_pictures_that_a_browser_finds_and_they_are_taken_as_it_takes_them(string name)
    {
        var page = Read(File.ReadAllBytes(Path.Combine(Folder, name)), new Uri(Site, name));
        var images = page.Pictures.Where(picture => picture.Use == PictureUse.Image).Select(picture => picture.Markup).ToList();
        Assert.Equal(
            Table[name].Select(one => $"{one.Alt ?? "none"}: {string.Join(' ', one.Taken)}"),
            images.Select(
                image => $"{image.Alt ?? "none"}: {string.Join(' ', Screens.Select(screen => TakenOf(image, screen, page.Base)))}"));
    }

    [Fact]
    public void It_says_its_other_pictures_its_styles_and_where_it_leads()
    {
        var page = Read(
            """
            <link rel="ICON" href="sign.png"><link rel="stylesheet" href="/a.css" media="screen">
            <link rel="alternate stylesheet" href="b.css">
            <meta property="og:image" content="https://galewright.example/card.jpg"><style media=print>img { width: 10px }</style>
            <video poster="poster.jpg" width="640" height=360></video><input type=image src="go.gif" alt="Go"><input type=text src="no.gif">
            <svg><image href="drawn.png" width="40"/></svg>
            <a href="two.html#part">two</a> <a href="two.html">again</a> <a href="mailto:kites@galewright.example">mail</a>
            """);
        Assert.Equal(
            ["Icon sign.png", "Card https://galewright.example/card.jpg", "Poster poster.jpg", "Button go.gif", "Drawing drawn.png"],
            page.Pictures.Select(picture => $"{picture.Use} {picture.Markup.Src}"));
        Assert.Equal((640, 360), (page.Pictures[2].Markup.Width, page.Pictures[2].Markup.Height));
        Assert.Equal(
            ["http://place.test/a.css screen ", " print img { width: 10px }"],
            page.Styles.Select(style => $"{style.Address} {style.Media} {style.Text}"));
        Assert.Equal(["http://place.test/site/two.html"], page.Links.Select(link => $"{link}"));
    }

    [Theory]
    [InlineData("<img src=a.png alt='' width=1 height=1>", "one-file-for-all")]
    [InlineData("<img src=a.png srcset='a.png 1x'>", "no-alternative-text no-size")]
    [InlineData("<img src=a.png srcset='a.png 100w' alt=kite width=1 height=1>", "sizes-missing")]
    [InlineData("<img src=a.png srcset='a.png 100q, b.png 2x' alt=kite width=1 height=1>", "srcset-wrong")]
    [InlineData("<img src=a.png srcset='a.png 100w' sizes='50%' alt=kite width=1 height=1>", "sizes-wrong")]
    [InlineData("<img src=a.png srcset='a.png 100w' sizes='50vw' alt=kite width=1 height=1>", "")]
    [InlineData("<img src=a.png srcset='a.png 2x' alt=kite width=50% height=1>", "no-size")]
    public void What_is_wrong_with_its_markup_is_said(string markup, string ids) =>
        Assert.Equal(ids, string.Join(' ', MarkupFindings.Of(Read(markup).Pictures[0].Markup).Select(finding => finding.Id)));

    [Theory]
    [InlineData("data:image/png;base64,AAAA")]
    [InlineData("blob:http://place.test/1")]
    [InlineData("file:///etc/passwd")]
    [InlineData("http://")]
    public void Nothing_is_fetched_from_what_is_no_address_of_a_site(string said) => Assert.Null(PageReader.Resolved(Site, said));

    [Fact]
    public void Letters_without_a_declared_encoding_come_out_right()
    {
        Assert.Equal("Drähte", Read("<img src=a.png alt=Drähte>").Pictures[0].Markup.Alt);
        Assert.Equal("Drähte", Read(Encoding.Latin1.GetBytes("<img src=a.png alt=Drähte>"), Site).Pictures[0].Markup.Alt);
    }

    [Fact]
    public void Whatever_it_is_made_of_it_is_read()
    {
        Assert.Single(Read(string.Concat(Enumerable.Repeat("<div>", 3_000)) + "<img src=deep.png>").Pictures);
        Assert.Equal(50_000, Read(string.Concat(Enumerable.Repeat("<img src=a.png>", 50_000))).Pictures.Count);
        var random = new Random(5);
        var bytes = new byte[4_000];
        for (var round = 0; round < 200; round++)
        {
            random.NextBytes(bytes);
            "<img srcset="u8.CopyTo(bytes.AsSpan(random.Next(3_900)));
            _ = Read(bytes, Site);
        }
    }

    private static ReadPage Read(string markup) => Read(Encoding.UTF8.GetBytes(markup), new Uri(Site, "page.html"));

    private static ReadPage Read(byte[] content, Uri address)
    {
        using var page = new OpenPage(content, address);
        return page.Read;
    }

    // What the Chromium of the table shows.
    private static bool Reads(string type) => type is "image/jxl" or "image/webp" or "image/avif";

    private static string TakenOf(MarkedPicture image, Viewport screen, Uri relativeTo)
    {
        var taken = image.Taken(screen, Reads);
        Assert.True(taken.IsKnown);
        return taken.Source is { } source && Uri.TryCreate(relativeTo, source.Address.Trim(), out var address) ? address.AbsoluteUri : "";
    }

    private sealed record Seen(string? Alt, List<string> Taken);
}
