using System.Globalization;
using System.Text.Json;
using System.Text.RegularExpressions;
using Pantomet.Core.Pictures;
using Pantomet.Core.Proof.Markup;

namespace Pantomet.Core.Tests.Proof.Markup;

public sealed partial class PageMarkupTests
{
    private static readonly HashSet<PictureFormat> Avif = [PictureFormat.Avif];

    // WHATWG HTML, "link type preload": every link whose media holds is fetched.
    [Fact]
    public void Of_the_links_that_preload_one_holds_at_each_viewport() => Assert.Equal(
        Pages.Unfolded("""
        <link rel="preload" as="image"
                imagesrcset="kite-wide-600.avif 600w, kite-wide-1200.avif 1200w" imagesizes="50vw"
                type="image/avif" media="(min-width: 640px)" fetchpriority="high">
        <link rel="preload" as="image"
                imagesrcset="kite-narrow-400.avif 400w, kite-narrow-800.avif 800w" imagesizes="100vw"
                type="image/avif" media="(max-width: 639.98px)" fetchpriority="high">

        """), PreloadLinks.Of(Pages.Hero()));

    // The Open Graph protocol, ogp.me.
    [Fact]
    public void A_link_card_has_the_largest_file_that_everybody_reads() => Assert.Equal(
        """
        <meta property="og:image" content="kite-narrow-800.jpg">
        <meta property="og:image:type" content="image/jpeg">
        <meta property="og:image:width" content="800">
        <meta property="og:image:height" content="1600">
        <meta property="og:image:alt" content="A &quot;kite&quot;">

        """, LinkCard.Of(Pages.Hero("A \"kite\"")));

    // CSS Images 4: of the options whose type is read, the lowest resolution that is enough. Media rules: the last that holds wins.
    [Fact]
    public void A_background_takes_at_every_viewport_and_density_what_the_picture_element_would()
    {
        var picture = Pages.Hero();
        var css = BackgroundRule.Of(picture, ".hero");
        Assert.StartsWith(".hero {\n  background: #ffffff center / cover no-repeat;\n", css, StringComparison.Ordinal);
        foreach (var viewport in Enumerable.Range(320, 1700))
        {
            foreach (var density in (double[])[1, 2, 3])
            {
                string Foretold(HashSet<PictureFormat> reads) => picture.Chosen(viewport, new(density), reads).Address;
                Assert.Equal(Foretold(Avif), Taken(css, viewport, density, "image/avif"));
                Assert.Equal(Foretold([]), Taken(css, viewport, density, null));
            }
        }
    }

    [Fact]
    public void As_data_every_file_is_there_and_nothing_gets_out_of_a_script()
    {
        var json = MarkupData.ToJson(Pages.Hero("</script>"));
        Assert.DoesNotContain("</script>", json, StringComparison.Ordinal);
        var picture = JsonDocument.Parse(json).RootElement;
        Assert.Equal("</script>", picture.GetProperty("alt").GetString());
        Assert.Equal(4, picture.GetProperty("sources").GetArrayLength());
        Assert.Equal(8, MarkupData.Addresses(Pages.Hero()).Split('\n', StringSplitOptions.RemoveEmptyEntries).Length);
        Assert.Equal(1.5, JsonDocument.Parse(MarkupData.ToJson(Pages.Dense(1, 1.5))).RootElement.GetProperty("sources")[0]
            .GetProperty("files")[1].GetProperty("density").GetDouble());
    }

    // Two rules that must not differ: how wide the style says that it is, and how wide sizes says so.
    [Fact]
    public void A_picture_is_as_wide_as_its_sizes_say()
    {
        var css = ShownWidth.Css(Pages.Hero(), ".hero");
        Assert.Equal(".hero { width: 100vw; }\n@media (min-width: 640px) { .hero { width: 50vw; } }\n", css);
        Assert.Equal([360, 639, 320], new[] { 360, 639, 640 }.Select(viewport => ShownWidth.At(Pages.Hero(), viewport)));
        Assert.Equal(".kite { width: min(100vw, 300px); }\n", ShownWidth.Css(Pages.Dense(1, 2), ".kite"));
    }

    [Fact]
    public void A_placeholder_stands_behind_the_picture_and_is_the_backgrounds_colour()
    {
        var hero = Pages.Hero();
        var picture = new PagePicture(hero.Slot, "kite", "", [.. hero.Lists.SelectMany(list => list.Files)])
        {
            Placeholder = new Placeholder("#aabbcc", "data:image/webp;base64,AA=="),
        };
        Assert.Contains(" style=\"background: #aabbcc\">", PictureElement.Of(picture, PlaceholderKind.Colour), StringComparison.Ordinal);
        Assert.Contains(
            " style=\"background: #aabbcc url(&#x27;data:image/webp;base64,AA==&#x27;) center / 100% 100% no-repeat\">",
            PictureElement.Of(picture, PlaceholderKind.Blurred), StringComparison.Ordinal);
        Assert.DoesNotContain("style", PictureElement.Of(picture), StringComparison.Ordinal);
        Assert.StartsWith(".a {\n  background: #aabbcc center", BackgroundRule.Of(picture, ".a"), StringComparison.Ordinal);
    }

    // What a browser does with the rule, written down apart from what wrote it.
    private static string Taken(string css, int viewport, double density, string? read)
    {
        var images = Rule().Matches(css).Where(rule => !rule.Groups["from"].Success ||
            int.Parse(rule.Groups["from"].Value, CultureInfo.InvariantCulture) <= viewport).Last().Groups["images"].Value;
        var options = Option().Matches(images)
            .Select(option => (
                Address: option.Groups["url"].Value, Type: option.Groups["type"].Value,
                Density: double.Parse(option.Groups["density"].Value, CultureInfo.InvariantCulture)))
            .Where(option => option.Type.Length == 0 || option.Type == read).ToList();
        // Of the same resolution the first.
        var enough = options.Where(option => option.Density >= density).ToList();
        return (enough.Count > 0 ? enough.MinBy(option => option.Density) : options.MaxBy(option => option.Density)).Address;
    }

    [GeneratedRegex(@"(@media \(min-width: (?<from>\d+)px\) \{\s*)?\.hero \{[^}]*image-set\((?<images>(?:[^()]|\([^)]*\))*)\)")]
    private static partial Regex Rule();

    [GeneratedRegex("""url\("(?<url>[^"]+)"\) (?<density>[\d.]+)x(?: type\("(?<type>[^"]+)"\))?""")]
    private static partial Regex Option();
}
