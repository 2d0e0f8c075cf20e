using System.Text.Json.Serialization;
using Pantomet.Core.Destinations;
using Pantomet.Core.Measures;

namespace Pantomet.Core.Framing;

/// <summary>
/// Everything that people said about how a source is framed: what must stay, how it is turned, and what was set for each place. Immutable.
/// </summary>
public sealed record SourceFraming
{
    /// <summary>Nothing was said: all is automatic.</summary>
    public static SourceFraming None { get; } = new();

    /// <summary>What must stay in every crop, in upright source pixels.</summary>
    public PixelRect? Subject { get; init; }

    /// <summary>What should stay too where there is room, in upright source pixels; only beside a subject.</summary>
    public PixelRect? Wish { get; init; }

    /// <summary>The point that crops are centred on.</summary>
    public PixelPoint? Focus { get; init; }

    /// <summary>A person said that nothing in particular must stay.</summary>
    public bool IsWithoutSubject { get; init; }

    /// <summary>How the picture is turned for every place that has no turn of its own.</summary>
    [JsonPropertyName("turn")]
    public Rotation Turn { get; init; }

    /// <summary>Crops that all places with the same shape share, by <see cref="ShapeOf"/>.</summary>
    public IReadOnlyDictionary<string, HandFraming> Shared { get; init; } = new Dictionary<string, HandFraming>();

    /// <summary>What was said of single places, by <see cref="KeyOf"/>.</summary>
    public IReadOnlyDictionary<string, PlaceFraming> Places { get; init; } = new Dictionary<string, PlaceFraming>();

    /// <summary>Words that stand on the picture where a slot has a headline, by language tag (BCP 47); those of no language in particular
    /// under the empty name.</summary>
    public IReadOnlyDictionary<string, string> Headlines { get; init; } = new Dictionary<string, string>();

    /// <summary>No mark is set on it, wherever a slot has one.</summary>
    public bool IsUnmarked { get; init; }

    /// <summary>Whether a person said what must stay, where the focus is, or that nothing in particular must stay.</summary>
    public bool IsDecided => IsWithoutSubject || Subject is not null || Focus is not null;

    /// <summary>The name of a place in <see cref="Places"/>.</summary>
    /// <param name="slotId">The slot.</param>
    /// <param name="tier">A tier of it; null for a slot without tiers.</param>
    public static string KeyOf(string slotId, string? tier) => tier is null ? slotId : $"{slotId}/{tier}";

    /// <summary>What shapes have in common that share a framing: their ratio, or their range of ratios.</summary>
    /// <param name="shape">Any shape.</param>
    public static string ShapeOf(Shape shape) => shape is Shape.Exact exact ? AspectRatio.Of(exact.Size).ToString() : shape.ToString();

    /// <summary>What was said of a place.</summary>
    /// <param name="slotId">The slot.</param>
    /// <param name="tier">A tier of it.</param>
    public PlaceFraming At(string slotId, string? tier) => Places.GetValueOrDefault(KeyOf(slotId, tier), PlaceFraming.None);

    /// <summary>The crop set by hand that counts at a place: its own where it is parted, else the one that it shares.</summary>
    /// <param name="part">The slot, or a tier as a slot.</param>
    /// <param name="tier">The tier's name.</param>
    public HandFraming? HandAt(Slot part, string? tier) =>
        At(part.Id, tier) is { IsParted: true } own ? own.Hand : Shared.GetValueOrDefault(ShapeOf(part.Shape));

    /// <summary>The same with a place changed.</summary>
    /// <param name="slotId">The slot.</param>
    /// <param name="tier">A tier of it.</param>
    /// <param name="change">What becomes of what was said of it.</param>
    public SourceFraming With(string slotId, string? tier, Func<PlaceFraming, PlaceFraming> change)
    {
        var places = new Dictionary<string, PlaceFraming>(Places);
        var changed = change(At(slotId, tier));
        if (changed == PlaceFraming.None)
            places.Remove(KeyOf(slotId, tier));
        else
            places[KeyOf(slotId, tier)] = changed;
        return this with { Places = places };
    }

    /// <summary>The same with a shared crop changed.</summary>
    /// <param name="shape">Of the places that share it.</param>
    /// <param name="hand">Null is automatic.</param>
    public SourceFraming WithShared(Shape shape, HandFraming? hand)
    {
        var shared = new Dictionary<string, HandFraming>(Shared);
        shared.Remove(ShapeOf(shape));
        if (hand is not null)
            shared[ShapeOf(shape)] = hand;
        return this with { Shared = shared };
    }

    /// <summary>The same with the words in one language changed.</summary>
    /// <param name="language">A language tag, or empty.</param>
    /// <param name="text">Empty leaves it to the slot again.</param>
    public SourceFraming WithHeadline(string language, string text)
    {
        var headlines = new Dictionary<string, string>(Headlines);
        headlines.Remove(language);
        if (text.Length > 0)
            headlines[language] = text;
        return this with { Headlines = headlines };
    }

    /// <summary>The same with every crop mapped onto another picture.</summary>
    /// <param name="map">What becomes of a crop.</param>
    internal SourceFraming WithHands(Func<HandFraming, HandFraming> map) => this with
    {
        Shared = Shared.ToDictionary(pair => pair.Key, pair => map(pair.Value)),
        Places = Places.ToDictionary(pair => pair.Key, pair => pair.Value with { Hand = pair.Value.Hand is { } hand ? map(hand) : null }),
    };
}
