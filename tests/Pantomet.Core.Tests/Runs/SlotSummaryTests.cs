using Pantomet.Core.Destinations;
using Pantomet.Core.Measures;
using Pantomet.Core.Pictures;
using Pantomet.Core.Runs;

namespace Pantomet.Core.Tests.Runs;

public sealed class SlotSummaryTests
{
    private static readonly PictureFormat[] Modern = [PictureFormat.Avif, PictureFormat.WebP, PictureFormat.Jpeg];

    public static TheoryData<string, SizeRule, string> Rules => new()
    {
        { "2:1", new SizeRule.Widths([1600, 800, 400]), "makes 9 files: 400…1,600 px, AVIF, WebP, JPEG" },
        { "2:1", new SizeRule.Widths([1600]), "makes 3 files: 1,600 × 800 px, AVIF, WebP, JPEG" },
        { "free", new SizeRule.Widths([1600]), "makes 3 files: 1,600 px wide, AVIF, WebP, JPEG" },
        { "free", new SizeRule.Heights([1600]), "makes 3 files: 1,600 px high, AVIF, WebP, JPEG" },
        { "free", new SizeRule.Heights([1600, 800]), "makes 6 files: 800…1,600 px high, AVIF, WebP, JPEG" },
        { "free", new SizeRule.LongestSide(2500), "makes 3 files: longest side 2,500 px, AVIF, WebP, JPEG" },
        { "free", new SizeRule.ShortestSide(2000), "makes 3 files: shortest side 2,000 px, AVIF, WebP, JPEG" },
        { "free", new SizeRule.AllPixels(), "makes 3 files: every pixel of the crop, AVIF, WebP, JPEG" },
        { "free", new SizeRule.Box(new PixelSize(900, 900)), "makes 3 files: at most 900 × 600 px, AVIF, WebP, JPEG" },
        { "3:2", new SizeRule.Multiples(300, [new(2), new(1)]), "makes 6 files: 300…600 px, AVIF, WebP, JPEG" },
        { "851x315", new SizeRule.FromShape(), "makes 3 files: 851 × 315 px, AVIF, WebP, JPEG" },
    };

    [Theory]
    [MemberData(nameof(Rules))]
    public void Says_how_many_files_of_which_pixels_and_formats(string shape, SizeRule sizes, string sentence) =>
        Assert.Equal(sentence, Of(Slots.Of(shape, sizes, formats: Modern) with { Delivery = Delivery.Each }).Sentence);

    [Fact]
    public void One_file_in_all_is_one_of_the_formats() =>
        Assert.Equal(
            "makes 1 file: 1,600 × 800 px, one of AVIF, WebP, JPEG",
            Of(Slots.Of("2:1", new SizeRule.Widths([1600]), formats: Modern)).Sentence);

    [Fact]
    public void Names_files_as_they_will_be_called_whatever_the_example_measures()
    {
        var slot = Slots.Of(
            "2:1", new SizeRule.Widths([1600, 800]), formats: [PictureFormat.WebP]) with
        {
            Name = "hero",
            NamePattern = new NamePattern("{sequence}-{stem}-{width}")
        };
        Assert.Equal(["007-kite-1600.webp", "007-kite-800.webp"], SlotSummary.Of(slot, Slots.Source(Slots.Photograph(20, 20))).FileNames);
    }

    private static SlotSummary Of(Slot slot) => SlotSummary.Of(slot, Slots.Source(Slots.Photograph(3000, 2000)));
}
