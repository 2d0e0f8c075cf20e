using Pantomet.Core.Destinations;
using Pantomet.Core.Measures;
using Pantomet.Core.Pictures;

namespace Pantomet.Core.Weight;

/// <summary>What the search for a quality has to reach for one file.</summary>
/// <param name="Quality">On the encoder's own scale.</param>
/// <param name="Least">Under this a file uses its limit badly, and the search goes on while there is something to gain; null without any
/// limit.</param>
/// <param name="Most">No file above this is good; null without any limit.</param>
/// <param name="Wanted">What the search steers for, between the two.</param>
public sealed record WeightGoal(QualityRange Quality, long? Least, long? Most, long? Wanted)
{
    // Under a bare cap, a file that uses nine tenths of it is near enough: the last tenth cannot be seen.
    private const double WellUsed = 0.90;
    private const double AimedUnderCap = 0.955;

    // Within a band, more bytes look better, but the top must not be overshot at the first try.
    private const double AimedInBand = 0.7;

    /// <summary>A file below this uses a cap badly: it is so light because more would not make it better.</summary>
    /// <param name="cap">A cap.</param>
    public static long LeastUnder(ByteCount cap) => (long)(WellUsed * cap.Bytes);

    /// <summary>The goal for a file of a format.</summary>
    /// <param name="demand">Limits and a range of quality.</param>
    /// <param name="format">A format for which <see cref="PictureFormats.HasQuality"/> holds.</param>
    public static WeightGoal For(WeightDemand demand, PictureFormat format)
    {
        var limits = demand.Limits;
        var wantsWeight = !limits.HasOnlyMax;
        // A destination that asks for weight gets the best quality there is, if that is what it takes.
        var range = QualityScale.For(wantsWeight ? demand.Quality with { Ceiling = 100 } : demand.Quality, format);
        if (limits.Aim is { } aim)
        {
            var wanted = aim.Least.Bytes + (long)(AimedInBand * (aim.Most.Bytes - aim.Least.Bytes));
            return new WeightGoal(range, aim.Least.Bytes, aim.Most.Bytes, wanted);
        }

        return limits.Max is { } cap
            ? new WeightGoal(range, LeastUnder(cap), cap.Bytes, (long)(AimedUnderCap * cap.Bytes))
            : new WeightGoal(range, null, null, null);
    }

    /// <summary>The lower end of a band rather than its upper part, for who prefers fewer bytes.</summary>
    /// <param name="least">The lower end, in bytes.</param>
    public WeightGoal AtLeast(long least) => this with { Least = least, Wanted = least + (long)((Most!.Value - least) * 0.15) };
}
