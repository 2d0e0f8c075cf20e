using Pantomet.Core.Destinations;
using Pantomet.Core.Pictures;
using Pantomet.Core.Proof.Markup;

namespace Pantomet.Core.Tests.Proof.Markup;

/// <summary>WHATWG HTML, "embedded content" and "update the source set".</summary>
public sealed class PictureElementTests
{
    [Fact]
    public void The_widest_tier_stands_first_in_each_the_format_that_not_all_browsers_read_and_the_image_last() => Assert.Equal(
        Pages.Unfolded("""
        <picture>
          <source media="(min-width: 640px)" type="image/avif"
                  srcset="kite-wide-600.avif 600w, kite-wide-1200.avif 1200w" sizes="50vw"
                  width="1200" height="1200">
          <source media="(min-width: 640px)"
                  srcset="kite-wide-600.jpg 600w, kite-wide-1200.jpg 1200w" sizes="50vw"
                  width="1200" height="1200">
          <source type="image/avif" srcset="kite-narrow-400.avif 400w, kite-narrow-800.avif 800w" sizes="100vw" width="800" height="1600">
          <img src="kite-narrow-800.jpg"
                  srcset="kite-narrow-400.jpg 400w, kite-narrow-800.jpg 800w" sizes="100vw"
                  width="800" height="1600"
                  alt="A red kite" loading="lazy" decoding="async">
        </picture>

        """), PictureElement.Of(Pages.Hero()));

    [Fact]
    public void At_the_top_of_the_page_it_is_fetched_at_once()
    {
        var html = PictureElement.Of(Pages.Hero(isAtTop: true));
        Assert.Contains(" fetchpriority=\"high\"", html, StringComparison.Ordinal);
        Assert.DoesNotContain("loading", html, StringComparison.Ordinal);
    }

    [Fact]
    public void Where_a_width_in_the_page_is_fixed_a_density_picks_the_file() => Assert.Equal(
        Pages.Unfolded("""
        <img src="kite@1.jpg" srcset="kite@1.jpg 1x, kite@1.5.jpg 1.5x, kite@2.jpg 2x"
                width="600" height="600" alt="" loading="lazy" decoding="async">

        """), PictureElement.Of(Pages.Dense(1, 1.5, 2)));

    [Fact]
    public void One_file_needs_no_choice()
    {
        var picture = new PagePicture(Slots.Of("1:1"), "kite", "", [Pages.File("kite.jpg", null, 300, 1, PictureFormat.Jpeg)]);
        Assert.DoesNotContain("srcset", PictureElement.Of(picture), StringComparison.Ordinal);
        Assert.DoesNotContain("sizes", PictureElement.Of(picture), StringComparison.Ordinal);
    }

    [Theory]
    [InlineData("\"kite\" & <b>'s</b>", "&quot;kite&quot; &amp; &lt;b&gt;&#x27;s&lt;/b&gt;")]
    [InlineData("</script>", "&lt;/script&gt;")]
    [InlineData("two\r\nlines\u0001", "two  lines")]
    [InlineData("Gelber Drachen, עפיפון", "Gelber Drachen, עפיפון")]
    [InlineData("🪁", "&#x1FA81;")]
    public void No_text_gets_out_of_its_attribute(string altText, string written) =>
        Assert.Contains($" alt=\"{written}\" ", PictureElement.Of(Pages.Hero(altText)), StringComparison.Ordinal);

    [Theory]
    [InlineData("", "a b/c,d\"e.jpg", "a%20b/c%2Cd%22e.jpg")]
    [InlineData("https://cdn.example/kites/", "shop/kite.jpg", "https://cdn.example/kites/shop/kite.jpg")]
    public void Nothing_ends_an_address_early(string baseAddress, string path, string address) =>
        Assert.Equal(address, PageAddress.Of(baseAddress, path));

    [Fact]
    public void A_tier_that_is_left_out_leaves_its_viewports_to_the_next()
    {
        var hero = Pages.Hero();
        var wide = new PagePicture(
            hero.Slot, "kite", "", [.. hero.Lists.SelectMany(list => list.Files).Where(file => file.Tier == "wide")]);
        Assert.Equal(
            ["kite-wide-600.avif", "kite-wide-600.jpg"],
            new[] { PictureFormat.Avif, PictureFormat.Jpeg }.Select(
                format => wide.Chosen(360, new(1), new HashSet<PictureFormat> { format }).Address));
    }

    [Fact]
    public void Of_formats_that_all_browsers_read_the_preferred_one_alone_is_named()
    {
        var slot = Slots.Of("1:1", new SizeRule.Widths([300, 600]), formats: [PictureFormat.Png, PictureFormat.Jpeg]) with
        {
            Delivery = Delivery.Each,
        };
        PageFile[] files = [.. Pages.Files(null, 1, PictureFormat.Jpeg, 300, 600), .. Pages.Files(null, 1, PictureFormat.Png, 300, 600)];
        var html = PictureElement.Of(new PagePicture(slot, "kite", "", files));
        Assert.DoesNotContain(".jpg", html, StringComparison.Ordinal);
        Assert.Contains("sizes=\"(min-width: 600px) 600px, 100vw\"", html, StringComparison.Ordinal);
    }
}
