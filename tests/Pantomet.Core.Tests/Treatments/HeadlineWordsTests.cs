using CsCheck;
using Pantomet.Core.Treatments;

namespace Pantomet.Core.Tests.Treatments;

public sealed class HeadlineWordsTests
{
    [Theory]
    [InlineData("Fresh winds\nfor autumn", "Fresh|winds|for|autumn", "2")]
    [InlineData("  one \t two  \r\n\r\n three ", "one|two|three", "2")]
    [InlineData("a\u0000b\u001bc", "abc", "")]
    [InlineData("Cafe\u0301", "Cafe\u0301", "")]
    [InlineData("\U0001F600 \U0001F468\u200D\U0001F469\u200D\U0001F467", "\U0001F600|\U0001F468\u200D\U0001F469\u200D\U0001F467", "")]
    [InlineData("\u0645\u0631\u062d\u0628\u0627 \u200fA", "\u0645\u0631\u062d\u0628\u0627|\u200fA", "")]
    public void A_text_is_taken_apart_as_it_was_meant(string text, string words, string breaks)
    {
        var read = HeadlineWords.Of(text)!;
        Assert.Equal(words, string.Join('|', read.Words));
        Assert.Equal(breaks, string.Join('|', read.Breaks));
    }

    [Theory]
    [InlineData("")]
    [InlineData(" \n\t ")]
    [InlineData("\u0001\u0002")]
    [InlineData("\ud83d")]
    public void What_shows_nothing_is_no_headline(string text) => Assert.Null(HeadlineWords.Of(text));

    [Fact]
    public void Whatever_is_typed_gives_words_without_white_space_and_breaks_between_them() =>
        Gen.String.Sample(text =>
        {
            if (HeadlineWords.Of(text) is not { } read)
                return;
            Assert.All(read.Words, word => Assert.True(word.Length > 0 && !word.Any(char.IsWhiteSpace) && !word.Any(char.IsControl)));
            Assert.Equal(read.Breaks.Order().Distinct(), read.Breaks);
            Assert.All(read.Breaks, at => Assert.InRange(at, 1, read.Words.Count - 1));
        });

    [Fact]
    public void A_family_is_one_character() => Assert.Equal(1, HeadlineWords.LengthOf("\U0001F468\u200D\U0001F469\u200D\U0001F467"));

    // By hand: #767676 has 4.54:1 on white (WCAG 2.2, the lightest grey that has 4.5), #777777 has 4.48.
    [Fact]
    public void Colours_are_offered_that_reach_the_contrast()
    {
        var white = ToneGround.Of([255, 255, 255]);
        var offered = TextColours.Of(white, [new(0x77, 0x77, 0x77), new(0x76, 0x76, 0x76)], 4.5);
        Assert.Equal(["#767676", "#222222"], offered.Select(one => one.Colour.ToString()));
        Assert.InRange(offered[0].Contrast, 4.5, 4.55);
        Assert.Equal("#ffffff", TextColours.Best(ToneGround.Of([10, 10, 10])).Colour.ToString());
    }
}
