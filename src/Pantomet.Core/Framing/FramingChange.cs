using Pantomet.Core.Destinations;
using Pantomet.Core.Measures;

namespace Pantomet.Core.Framing;

/// <summary>One thing that a person does to the framing of a source.</summary>
/// <param name="Label">In a few words, for undo.</param>
public abstract record FramingChange(string Label)
{
    /// <summary>The framing afterwards.</summary>
    /// <param name="framing">Before.</param>
    public abstract SourceFraming ApplyTo(SourceFraming framing);

    /// <summary>Says what must stay, and where the focus lies.</summary>
    /// <param name="Subject">Null for nothing in particular.</param>
    /// <param name="Focus">Null for the middle of the subject, or none where there is no subject.</param>
    /// <param name="Wish">What should stay too where there is room; only beside a subject.</param>
    public sealed record Decide(PixelRect? Subject, PixelPoint? Focus, PixelRect? Wish = null) : FramingChange("subject")
    {
        /// <inheritdoc/>
        public override SourceFraming ApplyTo(SourceFraming framing) =>
            framing with { Subject = Subject, Focus = Focus, Wish = Wish, IsWithoutSubject = Subject is null };
    }

    /// <summary>Takes back what was said of subject and focus, so that the proposal counts again.</summary>
    public sealed record Undecide() : FramingChange("subject")
    {
        /// <inheritdoc/>
        public override SourceFraming ApplyTo(SourceFraming framing) =>
            framing with { Subject = null, Focus = null, Wish = null, IsWithoutSubject = false };
    }

    /// <summary>Turns the picture for all places.</summary>
    /// <param name="Turn">From upright.</param>
    public sealed record TurnAll(Rotation Turn) : FramingChange("turning")
    {
        /// <inheritdoc/>
        public override SourceFraming ApplyTo(SourceFraming framing) => framing with { Turn = Turn };
    }

    /// <summary>Sets a crop by hand: for all places of the shape that are not parted, or for a tier alone.</summary>
    /// <param name="Slot">Where it was drawn.</param>
    /// <param name="Tier">A tier of it; null for the slot, with all its tiers.</param>
    /// <param name="Hand">The crop.</param>
    public sealed record Crop(Slot Slot, string? Tier, HandFraming Hand) : FramingChange("framing")
    {
        /// <inheritdoc/>
        public override SourceFraming ApplyTo(SourceFraming framing)
        {
            foreach (var (tier, part) in PartsOf(Slot, Tier))
            {
                framing = tier is null && !framing.At(Slot.Id, null).IsParted
                    ? framing.WithShared(part.Shape, Hand)
                    : framing.With(Slot.Id, tier, place => place with { IsParted = true, Hand = Hand, Accepted = null });
            }

            return framing;
        }
    }

    /// <summary>Goes back to automatic at one place and at those that share its framing.</summary>
    /// <param name="Slot">The slot.</param>
    /// <param name="Tier">A tier of it; null for the slot, with all its tiers.</param>
    public sealed record Automatic(Slot Slot, string? Tier) : FramingChange("back to automatic")
    {
        /// <inheritdoc/>
        public override SourceFraming ApplyTo(SourceFraming framing)
        {
            foreach (var (tier, part) in PartsOf(Slot, Tier))
            {
                // Apart as long as the others have a crop that it must not follow again.
                var isApart = (tier is not null || framing.At(Slot.Id, null).IsParted) &&
                    framing.Shared.ContainsKey(SourceFraming.ShapeOf(part.Shape));
                if (!isApart)
                    framing = framing.WithShared(part.Shape, null);
                framing = framing.With(
                    Slot.Id, tier, place => place with { IsParted = isApart, Hand = null, IsPadded = false, Accepted = null });
            }

            return framing;
        }
    }

    /// <summary>Goes back to automatic everywhere.</summary>
    public sealed record AllAutomatic() : FramingChange("all back to automatic")
    {
        /// <inheritdoc/>
        public override SourceFraming ApplyTo(SourceFraming framing) => framing with
        {
            Shared = SourceFraming.None.Shared,
            Places = framing.Places.Where(pair => pair.Value.IsLeftOut)
                .ToDictionary(pair => pair.Key, _ => new PlaceFraming { IsLeftOut = true }),
        };
    }

    /// <summary>Frames a place apart from the others with its shape, or together with them again.</summary>
    /// <param name="Slot">The slot.</param>
    /// <param name="Tier">A tier of it; null for the slot, with all its tiers.</param>
    /// <param name="IsApart">Apart, or together.</param>
    public sealed record Part(Slot Slot, string? Tier, bool IsApart) : FramingChange(IsApart ? "framing apart" : "framing together")
    {
        /// <inheritdoc/>
        public override SourceFraming ApplyTo(SourceFraming framing)
        {
            foreach (var (tier, part) in PartsOf(Slot, Tier))
            {
                var hand = framing.HandAt(part, tier);
                framing = framing.With(Slot.Id, tier, place => place with { IsParted = IsApart, Hand = IsApart ? hand : null });
            }

            return framing;
        }
    }

    /// <summary>Leaves a place out, or takes it in again.</summary>
    /// <param name="Slot">The slot.</param>
    /// <param name="Tier">A tier of it; null for the slot, with all its tiers.</param>
    /// <param name="IsLeftOut">Out, or in.</param>
    public sealed record LeaveOut(Slot Slot, string? Tier, bool IsLeftOut) : FramingChange(IsLeftOut ? "leaving out" : "taking in again")
    {
        /// <inheritdoc/>
        public override SourceFraming ApplyTo(SourceFraming framing) =>
            AtParts(framing, Slot, Tier, place => place with { IsLeftOut = IsLeftOut });
    }

    /// <summary>Pads a place although its slot crops, or crops it again.</summary>
    /// <param name="Slot">The slot.</param>
    /// <param name="Tier">A tier of it; null for the slot, with all its tiers.</param>
    /// <param name="IsPadded">Padded, or cropped.</param>
    public sealed record Pad(Slot Slot, string? Tier, bool IsPadded) : FramingChange(IsPadded ? "padding" : "cropping again")
    {
        /// <inheritdoc/>
        public override SourceFraming ApplyTo(SourceFraming framing) =>
            AtParts(framing, Slot, Tier, place => place with { IsPadded = IsPadded, Accepted = null });
    }

    /// <summary>Says that a place was looked at and is good as it is.</summary>
    /// <param name="Slot">The slot.</param>
    /// <param name="Tier">A tier of it; null for a slot without tiers.</param>
    /// <param name="Seen">What was looked at.</param>
    public sealed record Accept(Slot Slot, string? Tier, string Seen) : FramingChange("accepting")
    {
        /// <inheritdoc/>
        public override SourceFraming ApplyTo(SourceFraming framing) =>
            framing.With(Slot.Id, Tier, place => place with { Accepted = Seen });
    }

    /// <summary>Says what a headline says on this picture.</summary>
    /// <param name="Language">A language tag (BCP 47); empty for any.</param>
    /// <param name="Text">Empty leaves it to the slot again.</param>
    public sealed record SayHeadline(string Language, string Text) : FramingChange("headline")
    {
        /// <inheritdoc/>
        public override SourceFraming ApplyTo(SourceFraming framing) => framing.WithHeadline(Language, Text);
    }

    /// <summary>Sets a headline at one of nine anchors.</summary>
    /// <param name="Slot">The slot.</param>
    /// <param name="Tier">A tier of it; null for the slot, with all its tiers.</param>
    /// <param name="Anchor">Null as the slot says.</param>
    public sealed record PlaceHeadline(Slot Slot, string? Tier, Anchor? Anchor) : FramingChange("headline's place")
    {
        /// <inheritdoc/>
        public override SourceFraming ApplyTo(SourceFraming framing) =>
            AtParts(framing, Slot, Tier, place => place with { HeadlineAt = Anchor });
    }

    /// <summary>Sets a headline in a colour.</summary>
    /// <param name="Slot">The slot.</param>
    /// <param name="Tier">A tier of it; null for the slot, with all its tiers.</param>
    /// <param name="Colour">Null as the slot says.</param>
    public sealed record ColourHeadline(Slot Slot, string? Tier, SrgbColour? Colour) : FramingChange("headline's colour")
    {
        /// <inheritdoc/>
        public override SourceFraming ApplyTo(SourceFraming framing) =>
            AtParts(framing, Slot, Tier, place => place with { HeadlineColour = Colour });
    }

    /// <summary>Leaves marks off this picture, or sets them again.</summary>
    /// <param name="IsOff">Off, or as the slots say.</param>
    public sealed record Unmark(bool IsOff) : FramingChange(IsOff ? "mark off" : "mark on")
    {
        /// <inheritdoc/>
        public override SourceFraming ApplyTo(SourceFraming framing) => framing with { IsUnmarked = IsOff };
    }

    /// <summary>Takes over a whole framing, as when it is copied from another source.</summary>
    /// <param name="Framing">The framing.</param>
    /// <param name="What">In a few words.</param>
    public sealed record TakeOver(SourceFraming Framing, string What) : FramingChange(What)
    {
        /// <inheritdoc/>
        public override SourceFraming ApplyTo(SourceFraming framing) => Framing;
    }

    private static IEnumerable<(string? Tier, Slot Part)> PartsOf(Slot slot, string? tier) =>
        slot.Parts().Where(part => tier is null || part.Tier?.Name == tier).Select(part => (part.Tier?.Name, part.Slot));

    private static SourceFraming AtParts(SourceFraming framing, Slot slot, string? tier, Func<PlaceFraming, PlaceFraming> change) =>
        PartsOf(slot, tier).Aggregate(framing, (all, part) => all.With(slot.Id, part.Tier, change));
}
