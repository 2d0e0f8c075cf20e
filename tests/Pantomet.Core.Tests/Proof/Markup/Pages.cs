using System.Text.RegularExpressions;
using Pantomet.Core.Destinations;
using Pantomet.Core.Measures;
using Pantomet.Core.Pictures;
using Pantomet.Core.Proof.Markup;
using Pantomet.Core.Sizing;

namespace Pantomet.Core.Tests.Proof.Markup;

/// <summary>Pictures of invented pages.</summary>
internal static class Pages
{
    /// <summary>A wide picture with a tall one for phones, each in AVIF and JPEG.</summary>
    public static PagePicture Hero(string altText = "A red kite", bool isAtTop = false)
    {
        var slot = Slots.Of("2:1", formats: [PictureFormat.Avif, PictureFormat.Jpeg]) with
        {
            Name = "hero",
            Delivery = Delivery.Each,
            Tiers = [Tier("narrow", 0, "100vw", [400, 800]), Tier("wide", 640, "50vw", [600, 1200])],
        };
        return new PagePicture(
            slot, "kite", altText,
            [
                .. Files("narrow", 2, PictureFormat.Avif, 800, 400), .. Files("narrow", 2, PictureFormat.Jpeg, 800, 400),
                .. Files("wide", 1, PictureFormat.Avif, 1200, 600), .. Files("wide", 1, PictureFormat.Jpeg, 1200, 600),
            ])
        { IsAtTop = isAtTop };
    }

    /// <summary>A picture of one width in its page, made for screens of some densities.</summary>
    public static PagePicture Dense(params double[] densities) => new(
        Slots.Of("1:1", new SizeRule.Multiples(300, [.. densities.Select(density => new Density(density))])), "kite", "",
        [.. densities.Select(density => File($"kite@{density}.jpg", null, (int)(300 * density), 1, PictureFormat.Jpeg) with
        {
            Size = new OutputSize(new PixelSize((int)(300 * density), (int)(300 * density)), default, new Density(density)),
        })]);

    public static PageFile File(string address, string? tier, int width, int tall, PictureFormat format) =>
        new(address, tier, new OutputSize(new PixelSize(width, width * tall), new PixelSize(width, width * tall)), format, width * 100);

    public static IEnumerable<PageFile> Files(string? tier, int tall, PictureFormat format, params int[] widths) =>
        widths.Select(width => File($"kite-{tier}-{width}.{format.Extension()}", tier, width, tall, format));

    public static SizeRule Layout(string shown, int[] widths)
    {
        Assert.True(CssLengthReader.TryRead(shown, out var length, out _));
        return new SizeRule.FromLayout(
            new LayoutLadder(new PageLayout([new LayoutRow(0, length!)]), new LadderChoice.ByHand(widths), default!, [], _ => 1));
    }

    /// <summary>Expected markup, of which long lines were folded.</summary>
    public static string Unfolded(string folded) => Regex.Replace(folded, "\n {8,}", " ");

    private static Tier Tier(string name, int fromPx, string shown, int[] widths) =>
        new(name, fromPx, new Shape.Free(), Layout(shown, widths));
}
