using Pantomet.Core.Destinations;
using Pantomet.Core.Framing;
using Pantomet.Core.Sources;
using Pantomet.Core.Treatments;

namespace Pantomet.Core.Tests.Sources;

public sealed class WordedAltTextTests
{
    private static readonly Slot Worded = Slots.Of("1:1", new SizeRule.Widths([400])) with
    {
        Treatments = new SlotTreatments(Headline: new SlotHeadline("Fresh\nwinds", "de", HeadlineStyle.Usual)),
    };

    [Theory]
    [InlineData("A kite over dunes.", "A kite over dunes. Fresh winds")]
    [InlineData("", "Fresh winds")]
    [InlineData("Fresh winds over dunes", "Fresh winds over dunes")]
    public void A_headlines_words_are_part_of_it(string altText, string worded)
    {
        Assert.Equal(worded, WordedAltText.Of(altText, Worded, SourceFraming.None));
        Assert.Equal(altText, WordedAltText.Of(altText, Worded with { Treatments = SlotTreatments.None }, SourceFraming.None));
    }

    [Fact]
    public void The_pictures_own_words_in_the_slots_language_go_before_those_in_any_and_before_the_slots()
    {
        var framing = SourceFraming.None.WithHeadline("", "Kites");
        Assert.Equal("Kites", WordedAltText.Of("", Worded, framing));
        Assert.Equal("Drachen", WordedAltText.Of("", Worded, framing.WithHeadline("de", "Drachen").WithHeadline("fr", "Cerfs-volants")));
        Assert.Equal("Fresh winds", WordedAltText.Of("", Worded, framing.WithHeadline("", "")));
        Assert.Equal("", WordedAltText.Of("", Worded, framing.WithHeadline("de", " \u0007 ")));
    }
}
