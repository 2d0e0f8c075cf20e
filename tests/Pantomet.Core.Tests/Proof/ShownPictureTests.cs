using Pantomet.Core.Measures;
using Pantomet.Core.Pictures;
using Pantomet.Core.Proof;
using Pantomet.Core.Proof.Markup;
using Pantomet.Core.Proof.Pages;
using Pantomet.Core.Tests.Proof.Markup;

namespace Pantomet.Core.Tests.Proof;

public sealed class ShownPictureTests
{
    private static readonly HashSet<PictureFormat> All = [PictureFormat.Avif, PictureFormat.WebP];

    [Theory]
    [InlineData(390, 1, 400, 400.0 / 390, Sharpness.Sharp)]
    [InlineData(390, 2, 800, 800.0 / 780, Sharpness.Sharp)]
    [InlineData(390, 3, 800, 800.0 / 1170, Sharpness.Soft)]
    [InlineData(640, 1, 600, 600.0 / 320, Sharpness.Sharp)]
    [InlineData(1000, 3, 1200, 1200.0 / 1500, Sharpness.NearlySharp)]
    [InlineData(320, 0.5, 400, 400.0 / 160, Sharpness.Wasteful)]
    public void What_is_taken_and_how_sharp_that_is(double viewport, double density, int width, double pixelsForOne, Sharpness sharpness)
    {
        var shown = ShownPicture.On(Pages.Hero(), viewport, new Density(density), All);
        Assert.Equal((width, PictureFormat.Avif), (shown.File.Size.File.Width, shown.File.Format));
        Assert.Equal(pixelsForOne, shown.PixelsForOne, 6);
        Assert.Equal(sharpness, shown.Sharpness);
    }

    // A file of twice the width here weighs twice as much, so half of one that is twice as wide as needed is too much.
    [Fact]
    public void Waste_is_what_a_file_of_the_needed_width_would_save()
    {
        var shown = ShownPicture.On(Pages.Hero(), 400, new Density(1), All);
        Assert.Equal(0, shown.Wasted.Bytes);
        var twice = shown with { File = shown.List.Files[1] };
        Assert.Equal(twice.File.Bytes / 2, twice.Wasted.Bytes);
        Assert.Equal(0, ShownPicture.On(Pages.Hero(), 390, new Density(3), All).Wasted.Bytes);
    }

    // A screen that is made to seem denser must choose as a dense one, whatever the viewport.
    [Fact]
    public void A_page_seen_denser_tells_the_browser_to_take_what_a_dense_screen_would()
    {
        var seen = Pages.Hero().SeenDenser(2);
        Assert.Contains("sizes=\"calc(100vw * 2)\"", PictureElement.Of(seen), StringComparison.Ordinal);
        Assert.Contains("kite@2.jpg 1x", PictureElement.Of(Pages.Dense(1, 2).SeenDenser(2)), StringComparison.Ordinal);
        Assert.Equal(ShownWidth.Css(Pages.Hero(), "."), ShownWidth.Css(seen, "."));
        Assert.Equal(PictureElement.Of(Pages.Hero()), PictureElement.Of(Pages.Hero().SeenDenser(1)));
    }

    [Fact]
    public void No_text_gets_out_of_a_model_page()
    {
        const string hostile = "</h1><script>alert(1)</script>\"'";
        foreach (var page in Enum.GetValues<ModelPage>())
        {
            var html = PageDocument.Of(
                [Pages.Hero(hostile), Pages.Hero()], new PageTrial(page, 1.5) { Headline = hostile, Paragraph = hostile, Opacity = 0.5 });
            Assert.DoesNotContain("<script", html, StringComparison.Ordinal);
            Assert.Contains(PageDocument.PictureClass, html, StringComparison.Ordinal);
        }
    }
}
