using Pantomet.Core.Destinations;
using Pantomet.Core.Measures;
using Pantomet.Core.Pictures;

namespace Pantomet.Core.Weight;

/// <summary>What the search for a quality has to reach for one file.</summary>
/// <param name="Quality">On the encoder's own scale.</param>
/// <param name="Min">Under this a file uses its limit badly, and the search goes on while there is something to gain; null without any
/// limit.</param>
/// <param name="Max">No file above this is good; null without any limit.</param>
/// <param name="Target">What the search steers for, between the two.</param>
public sealed record WeightGoal(QualityRange Quality, long? Min, long? Max, long? Target)
{
    // Under a bare cap, a file that uses nine tenths of it is near enough: the last tenth cannot be seen.
    private const double WellUsed = 0.90;
    private const double AimedUnderCap = 0.955;

    // Within a band, more bytes look better, but the top must not be overshot at the first try.
    private const double AimedInBand = 0.7;

    /// <summary>A file below this uses a cap badly: it is so light because more would not make it better.</summary>
    /// <param name="cap">A cap.</param>
    public static long MinUnder(ByteCount cap) => (long)(WellUsed * cap.Bytes);

    /// <summary>The goal for a file of a format.</summary>
    /// <param name="demand">Limits and a range of quality.</param>
    /// <param name="format">A format for which <see cref="PictureFormats.HasQuality"/> holds.</param>
    public static WeightGoal For(WeightDemand demand, PictureFormat format)
    {
        var limits = demand.Limits;
        var wantsWeight = !limits.HasOnlyMax;
        // A destination that asks for weight gets the best quality there is, if that is what it takes.
        var range = QualityScale.For(wantsWeight ? demand.Quality with { Max = 100 } : demand.Quality, format);
        if (limits.Target is { } aim)
        {
            var wanted = aim.Min.Bytes + (long)(AimedInBand * (aim.Max.Bytes - aim.Min.Bytes));
            return new WeightGoal(range, aim.Min.Bytes, aim.Max.Bytes, wanted);
        }

        return limits.Max is { } cap
            ? new WeightGoal(range, MinUnder(cap), cap.Bytes, (long)(AimedUnderCap * cap.Bytes))
            : new WeightGoal(range, null, null, null);
    }

    /// <summary>The lower end of a band rather than its upper part, for who prefers fewer bytes.</summary>
    /// <param name="least">The lower end, in bytes.</param>
    public WeightGoal AtLeast(long least) => this with { Min = least, Target = least + (long)((Max!.Value - least) * 0.15) };
}
