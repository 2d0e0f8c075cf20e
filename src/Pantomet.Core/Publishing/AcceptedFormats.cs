using Pantomet.Core.Pictures;

namespace Pantomet.Core.Publishing;

/// <summary>A range of media types that a client takes.</summary>
/// <param name="Range"><c>image/avif</c>, <c>image/*</c> or <c>*/*</c>, lower case.</param>
/// <param name="Quality">How much it is wanted, 0 (not at all) to 1.</param>
public readonly record struct AcceptedRange(string Range, double Quality);

/// <summary>Which formats a client gets, by what it says that it accepts.</summary>
/// <remarks>
/// RFC 9110, 12.5.1: the most specific range decides about a type, 0 refuses it, and a client that says nothing takes anything. That
/// browsers say <c>*/*</c> and do not mean every format is common practice, no source: one that not every browser reads is sent to those
/// alone that name it.
/// </remarks>
public sealed class AcceptedFormats
{
    private readonly Dictionary<PictureFormat, double> wanted = [];

    /// <param name="ranges">What the client says; null for one that says nothing, or nothing that can be read.</param>
    public AcceptedFormats(IReadOnlyCollection<AcceptedRange>? ranges)
    {
        foreach (var format in Enum.GetValues<PictureFormat>())
            wanted[format] = ranges is null ? (format.IsReadEverywhere() ? 1 : 0) : QualityOf(format, ranges);
    }

    /// <summary>What tells apart who gets what: equal for all clients that are answered alike.</summary>
    public string Signature => string.Join(
        ' ', wanted.Where(one => one.Value > 0).OrderByDescending(one => one.Value).ThenBy(one => one.Key)
            .Select(one => $"{one.Key}{(int)(one.Value * 1000)}"));

    /// <summary>Whether it takes a format.</summary>
    /// <param name="format">Any format.</param>
    public bool Takes(PictureFormat format) => wanted[format] > 0;

    /// <summary>In which order formats are tried; what the client does not take is left out.</summary>
    /// <param name="offered">The preferred first.</param>
    public IReadOnlyList<PictureFormat> Order(IEnumerable<PictureFormat> offered) =>
        [.. offered.Where(Takes).OrderByDescending(format => wanted[format])];

    private static double QualityOf(PictureFormat format, IReadOnlyCollection<AcceptedRange> ranges)
    {
        var type = format.MediaType();
        foreach (var range in (string[])[type, $"{type[..type.IndexOf('/', StringComparison.Ordinal)]}/*", "*/*"])
        {
            var said = ranges.Where(one => one.Range == range).ToList();
            if (said.Count > 0)
                return range == type || format.IsReadEverywhere() ? said[0].Quality : 0;
        }

        return 0;
    }
}
