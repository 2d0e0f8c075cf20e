using Pantomet.Core.Destinations;
using Pantomet.Core.Findings;
using Pantomet.Core.Framing;
using Pantomet.Core.Measures;
using Pantomet.Core.Runs;
using Pantomet.Core.Treatments;
using Pantomet.Server.Destinations;
using Pantomet.Server.Sources;

namespace Pantomet.Server.Framing;

/// <summary>What a person does to a framing.</summary>
internal enum FramingAct
{
    /// <summary>
    /// Says what must stay, what is wished for beside it, and where the focus lies: <c>subject</c>, <c>wish</c>, <c>focus</c>.
    /// </summary>
    Decide,

    /// <summary>Takes the proposal for a decision.</summary>
    Confirm,

    /// <summary>Turns all places by quarters: <c>quarters</c> clockwise.</summary>
    Quarter,

    /// <summary>Exchanges left and right as it is seen now.</summary>
    Mirror,

    /// <summary>Levels all places: <c>level</c>, degrees clockwise.</summary>
    Level,

    /// <summary>
    /// Levels all places so that a line lies level or upright: <c>from</c>, <c>to</c>, in the picture as it is shown turned.
    /// </summary>
    LevelAlong,

    /// <summary>Sets a crop by hand: <c>slot</c>, <c>tier</c>, <c>crop</c>.</summary>
    Crop,

    /// <summary>Goes back to automatic: <c>slot</c>, <c>tier</c>.</summary>
    Automatic,

    /// <summary>Goes back to automatic everywhere.</summary>
    AllAutomatic,

    /// <summary>Frames a place apart from the others with its shape, or together again: <c>slot</c>, <c>tier</c>, <c>on</c>.</summary>
    Part,

    /// <summary>Leaves a place out, or takes it in again: <c>slot</c>, <c>tier</c>, <c>on</c>.</summary>
    LeaveOut,

    /// <summary>Pads a place although its slot crops, or crops it again: <c>slot</c>, <c>tier</c>, <c>on</c>.</summary>
    Pad,

    /// <summary>Says that a place is good as it is: <c>slot</c>, <c>tier</c>.</summary>
    Accept,

    /// <summary>
    /// Says what headlines say on this picture: <c>text</c>, empty for what the slots say, in a <c>language</c> or, without one, in any.
    /// </summary>
    SayHeadline,

    /// <summary>Sets a headline at an <c>anchor</c>, or without one as the slot says: <c>slot</c>, <c>tier</c>.</summary>
    PlaceHeadline,

    /// <summary>Sets a headline in a <c>colour</c>, or without one as the slot says: <c>slot</c>, <c>tier</c>.</summary>
    ColourHeadline,

    /// <summary>Leaves marks off this picture, or sets them as the slots say: <c>on</c>.</summary>
    Mark,
}

/// <summary>One change of a framing. Which members it needs is said at each <see cref="FramingAct"/>.</summary>
internal sealed record FramingRequest(
    FramingAct Act,
    string? Slot = null,
    string? Tier = null,
    PixelRect? Crop = null,
    PixelRect? Subject = null,
    PixelRect? Wish = null,
    PixelPoint? Focus = null,
    int? Quarters = null,
    double? Level = null,
    PixelPoint? From = null,
    PixelPoint? To = null,
    string? Text = null,
    string? Language = null,
    Anchor? Anchor = null,
    string? Colour = null,
    bool On = true)
{
    /// <summary>The change that is meant, or why there is none.</summary>
    /// <param name="row">The source that is framed.</param>
    /// <param name="slots">All slots.</param>
    public Outcome<FramingChange> Read(SourceRow row, IReadOnlyDictionary<string, PlacedSlot> slots)
    {
        var turn = row.Framing.Turn;
        return Act switch
        {
            FramingAct.Decide => Decided(row.Facts.Size),
            FramingAct.Confirm => row.Proposal is { } proposal
                ? Good(new FramingChange.Decide(proposal.Subject, proposal.Focus, proposal.Wish))
                : Bad("act", "There is no proposal to confirm. Draw the subject instead."),
            FramingAct.Quarter => Quarters is { } quarters
                ? Good(new FramingChange.TurnAll(turn.On(quarters % 4)))
                : Bad("quarters", "Say by how many quarters to turn: 1 is clockwise, −1 counter-clockwise."),
            FramingAct.Mirror => Good(new FramingChange.TurnAll(turn.SeenInMirror())),
            FramingAct.Level => Level is { } level && Math.Abs(level) <= Rotation.MaxLevel
                ? Good(new FramingChange.TurnAll(turn with { Straighten = Math.Round(level, 3) }))
                : Bad("level", TooSteep),
            FramingAct.LevelAlong => From is { } from && To is { } to && turn.TryLevelAlong(from, to, out var levelled)
                ? Good(new FramingChange.TurnAll(levelled))
                : Bad("from", $"{TooSteep} Draw the line along something that should be level or upright."),
            FramingAct.SayHeadline => Worded(),
            FramingAct.Mark => Good(new FramingChange.Unmark(!On)),
            FramingAct.AllAutomatic => Good(new FramingChange.AllAutomatic()),
            _ => AtPlace(row, slots),
        };
    }

    private const string TooSteep = "A picture is levelled by at most 15 degrees either way; turn it by quarters for more.";

    private Outcome<FramingChange> AtPlace(SourceRow row, IReadOnlyDictionary<string, PlacedSlot> slots)
    {
        if (Slot is null || !slots.TryGetValue(Slot, out var placed))
            return Refusal.NotFound("slot", Slot ?? "");
        var slot = placed.Slot;
        if (Tier is not null && slot.Tiers.All(tier => tier.Name != Tier))
            return Bad("tier", $"The slot has no tier \"{Tier}\".");
        if (IsOfCrop(Act) && !SlotCrop.CanBeSet(slot))
            return Bad("slot", $"\"{slot.Name}\" shows the whole picture; there is nothing to crop.");
        return Act switch
        {
            FramingAct.Crop when Crop is { Width: > 0, Height: > 0 } => Good(
                new FramingChange.Crop(slot, Tier, new HandFraming(AsTaken(row, slot, new HandFraming(Crop.Value))))),
            FramingAct.Crop => Bad("crop", "A crop is at least 1 px wide and 1 px high."),
            FramingAct.Automatic => Good(new FramingChange.Automatic(slot, Tier)),
            FramingAct.Part => Good(new FramingChange.Part(slot, Tier, On)),
            FramingAct.LeaveOut => Good(new FramingChange.LeaveOut(slot, Tier, On)),
            FramingAct.PlaceHeadline or FramingAct.ColourHeadline when slot.Treatments.Headline is null => Bad(
                "slot", $"\"{slot.Name}\" has no headline. Give it one in Destinations first."),
            FramingAct.PlaceHeadline => Good(new FramingChange.PlaceHeadline(slot, Tier, Anchor)),
            FramingAct.ColourHeadline when Colour is null => Good(new FramingChange.ColourHeadline(slot, Tier, null)),
            FramingAct.ColourHeadline => SrgbColour.TryParse(Colour, out var colour)
                ? Good(new FramingChange.ColourHeadline(slot, Tier, colour))
                : Bad("colour", "A colour is written such as #1b3a5c."),
            FramingAct.Pad => Good(new FramingChange.Pad(slot, Tier, On)),
            _ => Good(new FramingChange.Accept(slot, Tier, Review.SeenAt(PlaceOf(slot, row.ToSource())))),
        };
    }

    // The others are for every place, padded ones too: each can need eyes.
    private static bool IsOfCrop(FramingAct act) =>
        act is FramingAct.Crop or FramingAct.Automatic or FramingAct.Part or FramingAct.Pad;

    /// <summary>The crop that the rule makes of what was drawn; that is what is stored.</summary>
    public PixelRect AsTaken(SourceRow row, Slot slot, HandFraming drawn)
    {
        var source = row.ToSource();
        return PlaceOf(slot, source with { Framing = new FramingChange.Crop(slot, Tier, drawn).ApplyTo(source.Framing) }).Crop.Area;
    }

    private PlacePlan PlaceOf(Slot slot, Core.Sources.Source source)
    {
        var (tier, part) = slot.Parts().FirstOrDefault(part => part.Tier?.Name == Tier, slot.Parts().First());
        return PlacePlan.For(part, tier?.Name, source);
    }

    private Outcome<FramingChange> Worded()
    {
        if (Text is null)
            return Bad("text", "Say what the headline says; an empty text leaves it to the slot.");
        if (HeadlineWords.LengthOf(Text) > HeadlineWords.MaxLength)
            return Bad("text", HeadlineWords.TooLong);
        if (Text.Length > 0 && HeadlineWords.Of(Text) is null)
            return Bad("text", "There is nothing to be seen in this text. Write words, or leave it empty.");
        var language = Language ?? "";
        return language.Length == 0 || HeadlineReader.IsLanguage(language)
            ? Good(new FramingChange.SayHeadline(language, Text))
            : Bad("language", HeadlineReader.NoLanguage);
    }

    private Outcome<FramingChange> Decided(PixelSize picture)
    {
        if (Subject is { } subject && !subject.LiesIn(picture))
            return Bad("subject", $"The subject must be a rectangle of at least 1 px inside the picture, which has {picture} px.");
        if (Wish is not null && Subject is null)
            return Bad("wish", "What is wished for goes with a subject, which comes first. Say the subject too.");
        if (Wish is { } wish && !wish.LiesIn(picture))
            return Bad("wish", $"What is wished for must be a rectangle of at least 1 px inside the picture, which has {picture} px.");
        if (Focus is { } focus && !Holds(Subject ?? picture.Whole, focus))
            return Bad(
                "focus", Subject is null
                    ? $"The focus must be a point inside the picture, which has {picture} px."
                    : "The focus must lie in the subject. Move it there, or make the subject larger.");
        return Good(new FramingChange.Decide(Subject, Focus, Wish));
    }

    /// <summary>Whether a point lies in a rectangle, edges included.</summary>
    public static bool Holds(PixelRect area, PixelPoint point) =>
        point.X >= area.X && point.Y >= area.Y && point.X <= area.Right && point.Y <= area.Bottom;

    private static Outcome<FramingChange> Good(FramingChange change) => change;

    private static Outcome<FramingChange> Bad(string field, string sentence) => Refusal.Invalid(field, sentence);
}
