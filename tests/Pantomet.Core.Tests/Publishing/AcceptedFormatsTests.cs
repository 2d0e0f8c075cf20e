using Pantomet.Core.Pictures;
using Pantomet.Core.Publishing;

namespace Pantomet.Core.Tests.Publishing;

/// <summary>RFC 9110, 12.4.2 (quality values) and 12.5.1 (Accept).</summary>
public sealed class AcceptedFormatsTests
{
    private static readonly PictureFormat[] Slot = [PictureFormat.Avif, PictureFormat.WebP, PictureFormat.Jpeg];

    [Theory]
    // What browsers of today send for a picture (common practice, no source).
    [InlineData("image/avif,1 image/webp,1 image/*,1 */*,0.8", "Avif WebP Jpeg")]
    [InlineData("image/webp,1 */*,0.8", "WebP Jpeg")]
    [InlineData("*/*,1", "Jpeg")]
    [InlineData("image/*,0.5", "Jpeg")]
    // The client's order goes before the slot's.
    [InlineData("image/jpeg,1 image/avif,0.5", "Jpeg Avif")]
    // The more specific range decides, and 0 refuses.
    [InlineData("image/*,1 image/jpeg,0 image/webp,1", "WebP")]
    [InlineData("*/*,0", "")]
    [InlineData("text/html,1", "")]
    public void Formats_are_tried_in_the_order_that_the_client_wants(string ranges, string order) =>
        Assert.Equal(order, string.Join(' ', Accepting(ranges).Order(Slot)));

    [Fact]
    public void Who_says_nothing_gets_what_everybody_reads() =>
        Assert.Equal([PictureFormat.Jpeg], new AcceptedFormats(null).Order(Slot));

    [Fact]
    public void Who_gets_the_same_has_the_same_signature()
    {
        Assert.Equal(Accepting("image/webp,1 */*,1").Signature, Accepting("image/webp,1 image/*,1 */*,1").Signature);
        Assert.NotEqual(Accepting("image/webp,1 */*,1").Signature, Accepting("image/webp,0.5 */*,1").Signature);
        Assert.NotEqual(Accepting("image/avif,1 */*,1").Signature, Accepting("image/webp,1 */*,1").Signature);
    }

    [Theory]
    [InlineData(null, 1120)]
    [InlineData(1, 560)]
    [InlineData(560, 560)]
    [InlineData(561, 1120)]
    [InlineData(int.MaxValue, 1680)]
    public void Only_widths_of_the_ladder_are_given(int? wanted, int width) =>
        Assert.Equal(width, LadderWidth.For([1680, 560, 1120], wanted));

    [Theory]
    [InlineData("840", 840)]
    [InlineData("1000000000", 1_000_000_000)]
    [InlineData("99999999999999", int.MaxValue)]
    [InlineData("0", null)]
    [InlineData("-1", null)]
    [InlineData("8e2", null)]
    [InlineData("wide", null)]
    [InlineData("", null)]
    public void A_width_is_a_whole_number_above_0(string text, int? width) => Assert.Equal(width, LadderWidth.Read(text));

    private static AcceptedFormats Accepting(string ranges) => new(
        [.. ranges.Split(' ').Select(range => range.Split(',')).Select(
            range => new AcceptedRange(range[0], double.Parse(range[1], System.Globalization.CultureInfo.InvariantCulture)))]);
}
