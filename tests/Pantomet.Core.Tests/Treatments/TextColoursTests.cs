using CsCheck;
using Pantomet.Core.Measures;
using Pantomet.Core.Treatments;

namespace Pantomet.Core.Tests.Treatments;

public sealed class TextColoursTests
{
    private static readonly Gen<SrgbColour> Colours =
        Gen.Select(Gen.Byte, Gen.Byte, Gen.Byte).Select((red, green, blue) => new SrgbColour(red, green, blue));

    [Fact]
    public void Every_colour_that_is_offered_reaches_the_contrast_and_none_is_offered_twice() =>
        Gen.Select(Gen.Byte.Array[300], Colours.List[0, 6], Gen.Double[1, 12]).Sample((srgb, colours, contrast) =>
        {
            var ground = ToneGround.Of(srgb);
            var offered = TextColours.Of(ground, colours, contrast);
            return offered.All(one => ground.Contrast(one.Colour, ToneChange.None) >= contrast && one.Contrast >= contrast) &&
                offered.Select(one => one.Colour).Distinct().Count() == offered.Count;
        }, iter: 500);

    [Fact]
    public void What_can_be_read_as_it_is_comes_before_what_is_darkened_and_the_darkened_keeps_its_hue()
    {
        var sky = ToneGround.Of([.. Enumerable.Repeat(new byte[] { 150, 190, 225 }, 100).SelectMany(pixel => pixel)]);
        var (navy, orange, blue) = (new SrgbColour(20, 40, 90), new SrgbColour(240, 120, 30), new SrgbColour(150, 190, 225));
        var offered = TextColours.Of(sky, [orange, navy, blue, new SrgbColour(128, 130, 132)], 4.5).Select(one => one.Colour).ToList();
        Assert.Equal(navy, offered[0]);
        Assert.True(offered[1] is { Blue: > 80 } sea && sea.Blue > sea.Green && sea.Green > sea.Red, $"{offered[1]} is a dark blue");
        Assert.True(offered[2].Red > 1.8 * offered[2].Green, $"{offered[2]} is a dark orange");
        Assert.Equal(TextColours.Dark, offered[^1]);
    }

    [Fact]
    public void Where_nothing_can_be_read_nothing_is_offered()
    {
        var half = ToneGround.Of([.. Enumerable.Range(0, 300).Select(at => (byte)(at < 150 ? 0 : 255))]);
        Assert.Empty(TextColours.Of(half, [new SrgbColour(200, 30, 30)], 4.5));
        Assert.Equal(1, TextColours.Best(half).Contrast, 0.5);
    }
}
