using CsCheck;
using Pantomet.Core.Treatments;

namespace Pantomet.Core.Tests.Treatments;

public sealed class TextFitTests
{
    private static readonly Gen<MeasuredText> Texts = Gen.Double[0.3, 6].Array[1, 7].SelectMany(
        words => Gen.Bool.Array[words.Length].Select(
            breaks => new MeasuredText(
                words, [.. Enumerable.Range(1, words.Length - 1).Where(word => breaks[word] && word % 3 == 0)], 0.3, 1.15)));

    [Fact]
    public void It_is_inside_its_area_and_no_other_way_to_break_it_lets_it_be_larger() =>
        Gen.Select(Texts, Gen.Double[0.2, 4], Gen.Double[0.05, 1], Gen.Int[1, 4]).Sample((text, width, height, maxLines) =>
        {
            var fitted = TextFit.Largest(text, width, height, 0.4, maxLines);
            var ways = Ways(text, maxLines).Select(lines => (Lines: lines, Size: SizeOf(text, lines, width, height))).ToList();
            if (ways.Count == 0)
            {
                Assert.Null(fitted);
                return;
            }

            Assert.Equal(ways.Max(way => way.Size), fitted!.Size, 9);
            Assert.Equal(fitted.Size, SizeOf(text, fitted.Lines, width, height), 9);
            Assert.Equal(ways.Where(way => way.Size >= fitted.Size - 1e-9).Min(way => way.Lines.Count), fitted.Lines.Count);
        });

    // By hand: two words of 2 em and a space of 0.3 are 4.3 em in one line; 43 wide that is a size of 10, in two lines of 1.15 it is 20.
    [Fact]
    public void Two_words_stand_one_above_the_other_where_that_is_larger()
    {
        var text = new MeasuredText([2, 2], [], 0.3, 1.15);
        Assert.Equal(new FittedText(10, [2]).Lines, TextFit.Largest(text, 43, 20, 100, 2)!.Lines);
        var upright = TextFit.Largest(text, 43, 46, 100, 2)!;
        Assert.Equal((20.0, 2), (upright.Size, upright.Lines.Count));
    }

    // Every way to break it into lines, breaks that are wanted among them.
    private static IEnumerable<IReadOnlyList<int>> Ways(MeasuredText text, int maxLines)
    {
        var gaps = text.Words.Count - 1;
        for (var way = 0; way < 1 << gaps; way++)
        {
            var ends = Enumerable.Range(1, gaps).Where(word => (way >> (word - 1) & 1) == 1).ToList();
            if (ends.Count < maxLines && text.Breaks.All(ends.Contains))
                yield return [.. ends.Append(text.Words.Count).Zip(ends.Prepend(0), (end, start) => end - start)];
        }
    }

    private static double SizeOf(MeasuredText text, IReadOnlyList<int> lines, double width, double height)
    {
        var (first, widest) = (0, 0.0);
        foreach (var words in lines)
        {
            widest = Math.Max(widest, text.Words.Skip(first).Take(words).Sum() + (text.Space * (words - 1)));
            first += words;
        }

        return Math.Min(0.4, Math.Min(width / widest, height / (lines.Count * text.LineHeight)));
    }
}
