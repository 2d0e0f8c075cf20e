using System.Text.Json.Serialization;
using Pantomet.Core.Measures;

namespace Pantomet.Core.Framing;

/// <summary>How a picture is turned before it goes into a slot: mirrored first, then by quarters, then levelled.</summary>
/// <param name="QuarterTurns">Quarter turns clockwise, 0 to 3.</param>
/// <param name="IsMirrored">Left and right exchanged.</param>
/// <param name="Straighten">Degrees clockwise that make a tilted picture level, from −15 to 15.</param>
public readonly record struct Rotation(
    [property: JsonPropertyName("quarters")] int QuarterTurns, bool IsMirrored, [property: JsonPropertyName("level")] double Straighten)
{
    /// <summary>The farthest that a picture is levelled, in degrees.</summary>
    public const double MaxLevel = 15;

    /// <summary>As it came in.</summary>
    public static Rotation None => default;

    /// <summary>Whether nothing is turned.</summary>
    [JsonIgnore]
    public bool IsNone => this == None;

    /// <summary>Degrees clockwise in all, above −180 and up to 180, after mirroring.</summary>
    [JsonIgnore]
    public double Degrees =>
        Math.IEEERemainder((90 * QuarterTurns) + Straighten, 360) is var degrees && degrees <= -180 ? degrees + 360 : degrees;

    /// <summary>Takes degrees apart into quarter turns and levelling.</summary>
    /// <param name="degrees">Clockwise.</param>
    /// <param name="isMirrored">Left and right exchanged first.</param>
    /// <param name="turn">The turn, when the degrees are within 15 of a quarter turn. Levelling is kept to a thousandth of a degree: less
    /// moves no pixel.</param>
    public static bool TryOf(double degrees, bool isMirrored, out Rotation turn)
    {
        turn = default;
        if (!double.IsFinite(degrees) || Math.Abs(degrees) > 360)
            return false;
        var quarters = (int)Math.Round(degrees / 90, MidpointRounding.AwayFromZero);
        var level = Math.Round(degrees - (90 * quarters), 3);
        turn = new Rotation(((quarters % 4) + 4) % 4, isMirrored, level == 0 ? 0 : level);
        return Math.Abs(level) <= MaxLevel;
    }

    /// <summary>The turn after which a line lies level, or upright where it is nearer to that.</summary>
    /// <param name="from">One end of the line, in the picture as this turn shows it.</param>
    /// <param name="to">The other end.</param>
    /// <param name="turn">The turn, when the line is within 15 degrees of level or upright, levelling so far included.</param>
    public bool TryLevelAlong(PixelPoint from, PixelPoint to, out Rotation turn)
    {
        turn = this;
        var slope = Math.Atan2(to.Y - from.Y, to.X - from.X) * 180 / Math.PI;
        // Which end comes first does not matter, nor whether the line is a horizon or a mast.
        var off = Math.IEEERemainder(slope, 90);
        var level = Math.Round(Straighten - off, 3);
        turn = this with { Straighten = level == 0 ? 0 : level };
        return (from.X != to.X || from.Y != to.Y) && Math.Abs(level) <= MaxLevel;
    }

    /// <inheritdoc/>
    public override string ToString() => FormattableString.Invariant($"{(IsMirrored ? "mirrored, " : "")}turned {Degrees}°");

    /// <summary>The same picture a quarter turn further clockwise, or back.</summary>
    /// <param name="quarters">Clockwise; negative counter-clockwise.</param>
    public Rotation On(int quarters) => this with { QuarterTurns = (((QuarterTurns + quarters) % 4) + 4) % 4 };

    /// <summary>What is seen now with its left and right exchanged: a turn that was clockwise becomes counter-clockwise.</summary>
    public Rotation SeenInMirror() => new((4 - QuarterTurns) % 4, !IsMirrored, Straighten == 0 ? 0 : -Straighten);
}
