using Pantomet.Core.Destinations;
using Pantomet.Core.Framing;
using Pantomet.Core.Measures;
using Pantomet.Core.Pictures;
using Pantomet.Core.Recipes;
using Pantomet.Core.Runs;
using Pantomet.Core.Sources;
using Pantomet.Core.Treatments;
using Pantomet.Core.Weight;
using Pantomet.Imaging.Encoders;
using Pantomet.Imaging.Rendering;
using Pantomet.Imaging.Sources;
using Xunit.Abstractions;

namespace Pantomet.Imaging.Tests.Encoders;

/// <summary>A variant is stale when its recipe is another one; that must be so exactly when its bytes would be others.</summary>
public sealed class StalenessTests(ITestOutputHelper output) : IDisposable
{
    // What is only known once a file is made may mark one stale that comes out the same; never the other way round.
    private const bool MayMarkMore = true;

    private static readonly Slot Usual = Demo.Plain("3:2", PictureFormat.Jpeg, 120) with
    {
        Sizes = new SizeRule.Widths([120, 80]),
        Formats = [PictureFormat.WebP, PictureFormat.Jpeg, PictureFormat.Png],
        Delivery = Delivery.Each,
        Quality = QualityRange.Default,
    };

    private static readonly Slot[] Bases =
    [
        Usual,
        Usual with { Fit = Fit.Pad, Metadata = MetadataPolicy.All, Sharpening = Sharpening.Light,
            Transparency = TransparencyPolicy.Flattened },
        Usual with { Score = new ScoreDemand(60, 40, Preference.Smaller), Quality = QualityRange.ForWantedLooks,
            Limits = new FileLimits(new ByteCount(60_000), null, null) },
        Usual with { Sizes = new SizeRule.Widths([100]), Delivery = Delivery.One, Colour = ColourPolicy.Keep,
            Animation = AnimationPolicy.Keep },
    ];

    private static readonly Edit[] Edits =
    [
        Of(nameof(Slot.Id), slot => slot with { Id = "test.other" }),
        Of(nameof(Slot.Name), slot => slot with { Name = "another place" }),
        Of(nameof(Slot.NamePattern), slot => slot with { NamePattern = new NamePattern("{stem}-{width}w-{height}h") }),
        Of(nameof(Slot.IsAtTop), slot => slot with { IsAtTop = true }),
        Of(nameof(Slot.Groups), slot => slot with { Groups = [""] }),
        Of(nameof(Slot.Shape), slot => slot with { Shape = new Shape.Ratio(new AspectRatio(2, 1)) }),
        Of(nameof(Slot.Fit), slot => slot with { Fit = slot.Fit == Fit.Pad ? Fit.Cover : Fit.Pad }),
        Of(nameof(Slot.Background), slot => slot with { Background = new SrgbColour(90, 190, 90) }),
        Of(nameof(Slot.Sizes), slot => slot with { Sizes = new SizeRule.Widths([100, 80, 60]) }),
        Of(nameof(Slot.Tiers), slot => slot with { Tiers = [new Tier("narrow", 0, slot.Shape, slot.Sizes)] }),
        Of(nameof(Slot.Formats), slot => slot with { Formats = [PictureFormat.Png, PictureFormat.Jpeg] }),
        Of(nameof(Slot.Delivery), slot => slot with { Delivery = slot.Delivery == Delivery.Each ? Delivery.One : Delivery.Each }),
        Of($"{nameof(Slot.Limits)}: a small maximum", slot => slot with { Limits = slot.Limits with { MaxBytes = new ByteCount(1_500) } }),
        Of($"{nameof(Slot.Limits)}: a large maximum",
            slot => slot with { Limits = slot.Limits with { MaxBytes = new ByteCount(400_000) } }),
        Of($"{nameof(Slot.Limits)}: no maximum", slot => slot with { Limits = slot.Limits with { MaxBytes = null } }),
        Of($"{nameof(Slot.Limits)}: a band",
            slot => slot with { Limits = slot.Limits with { TargetBytes = new ByteRange(new ByteCount(2_000), new ByteCount(9_000)) } },
            MayMarkMore),
        Of($"{nameof(Slot.Limits)}: a minimum", slot => slot with { Limits = slot.Limits with { MinBytes = new ByteCount(900) } },
            MayMarkMore),
        Of($"{nameof(Slot.Limits)}: sides", slot => slot with { Limits = slot.Limits with { MinSidePx = 10, MaxSidePx = 4000 } }),
        Of($"{nameof(Slot.Quality)}: less", slot => slot with { Quality = slot.Quality with { Max = 45 } }, MayMarkMore),
        Of(nameof(Slot.Colour), slot => slot with { Colour = slot.Colour == ColourPolicy.Keep ? ColourPolicy.Srgb : ColourPolicy.Keep },
            MayMarkMore),
        Of($"{nameof(Slot.Metadata)}: none", slot => slot with { Metadata = MetadataPolicy.None }),
        Of($"{nameof(Slot.Metadata)}: all", slot => slot with { Metadata = MetadataPolicy.All }),
        Of(nameof(Slot.Transparency),
            slot => slot with { Transparency = slot.KeepsTransparency ? TransparencyPolicy.Flattened : TransparencyPolicy.WhereItCan }),
        Of($"{nameof(Slot.Score)}: wanted", slot => slot with { Score = slot.Score with { Target = 82 } }, MayMarkMore),
        Of($"{nameof(Slot.Score)}: floor", slot => slot with { Score = slot.Score with { Min = 30 } }, MayMarkMore),
        Of($"{nameof(Slot.Score)}: prefer", slot => slot with { Score = slot.Score with { Prefer = Preference.Smaller, Target = 55 } },
            MayMarkMore),
        Of(nameof(Slot.Effort), slot => slot with { Effort = Effort.Thorough }, MayMarkMore),
        Of(nameof(Slot.Sharpening), slot => slot with { Sharpening = Sharpening.Normal }),
        Of(nameof(Slot.Ppi), slot => slot with { Ppi = 300 }),
        Of(nameof(Slot.Animation),
            slot => slot with { Animation = slot.Animation == AnimationPolicy.Keep ? AnimationPolicy.FirstFrame : AnimationPolicy.Keep }),
        Of(nameof(Slot.FocusPlace), slot => slot with { FocusPlace = FocusPlace.Thirds }),
        Of(nameof(Slot.Breathing), slot => slot with { Breathing = 0.4 }),
        Of(nameof(Slot.KeepClear), slot => slot with { KeepClear = [new KeepClearZone("button", ZoneForm.Rectangle, 0.6, 0, 0.4, 1)] }),
        Of($"{nameof(Slot.Treatments)}: tone", Toned(tone => tone), MayMarkMore),
        Of($"{nameof(Slot.Treatments)}: text of it", Toned(tone => tone with { Demand = tone.Demand with { Text = SrgbColour.White } }),
            MayMarkMore),
        Of($"{nameof(Slot.Treatments)}: contrast of it", Toned(tone => tone with { Demand = tone.Demand with { Contrast = 7 } }),
            MayMarkMore),
        Of($"{nameof(Slot.Treatments)}: means of it",
            Toned(tone => tone with { Demand = tone.Demand with { Means = ToneMeans.Blur | ToneMeans.Overlay } }), MayMarkMore),
        Of($"{nameof(Slot.Treatments)}: bounds of it",
            Toned(tone => tone with { Demand = tone.Demand with { MaxShift = 9, MaxOpacity = 9 } }), MayMarkMore),
        Of($"{nameof(Slot.Treatments)}: place of it", Toned(tone => tone with { Under = new PicturePart(0, 0.5, 1, 0.3) }), MayMarkMore),
        Of($"{nameof(Slot.Treatments)}: by hand", Toned(tone => tone with { ByHand = new ToneChange(30, 200, 80, 9, default, 20) })),
        Of($"{nameof(Slot.Treatments)}: headline", Worded("Kites", style => style), MayMarkMore),
        Of($"{nameof(Slot.Treatments)}: its words", Worded("Kites fly", style => style), MayMarkMore),
        Of($"{nameof(Slot.Treatments)}: its font",
            Worded("Kites", style => style with { Font = new HeadlineFont("Play", false) }), MayMarkMore),
        Of($"{nameof(Slot.Treatments)}: its sizes", Worded("Kites", style => style with { MaxSize = 0.3, MinSize = 0.2 }), MayMarkMore),
        Of($"{nameof(Slot.Treatments)}: its lines", Worded("Kites in wind", style => style with { MaxLines = 1 }), MayMarkMore),
        Of($"{nameof(Slot.Treatments)}: its align",
            Worded("Kites in wind", style => style with { Align = HeadlineAlign.Right }), MayMarkMore),
        Of($"{nameof(Slot.Treatments)}: its colour",
            Worded("Kites", style => style with { Colour = new SrgbColour(9, 9, 200) }), MayMarkMore),
        Of($"{nameof(Slot.Treatments)}: its contrast", Worded("Kites", style => style with { Contrast = 9 }), MayMarkMore),
        Of($"{nameof(Slot.Treatments)}: its help",
            Worded("Kites", style => style with { Contrast = 15, Help = HeadlineHelp.Shadow }), MayMarkMore),
        Of($"{nameof(Slot.Treatments)}: its anchor", Worded("Kites", style => style with { Anchor = Anchor.BottomRight }), MayMarkMore),
        Of($"{nameof(Slot.Treatments)}: its area", Worded("Kites", style => style with { Area = new PicturePart(0.1, 0.6, 0.5, 0.3) })),
        new($"{nameof(Slot.Treatments)}: the picture's words", true, (slot, source) => (
            Worded("Kites", style => style)(slot), Framed(source, new FramingChange.SayHeadline("", "High kites"))), MayMarkMore),
        new($"{nameof(Slot.Treatments)}: the picture's place for them", true, (slot, source) => (
            Worded("Kites", style => style)(slot), Framed(source, new FramingChange.PlaceHeadline(slot, null, Anchor.Left))), MayMarkMore),
        new($"{nameof(Slot.Treatments)}: the picture's colour for them", true, (slot, source) => (
            Worded("Kites", style => style)(slot),
            Framed(source, new FramingChange.ColourHeadline(slot, null, new SrgbColour(10, 20, 90)))), MayMarkMore),
        Of($"{nameof(Slot.Treatments)}: mark", Signed(mark => mark), MayMarkMore),
        Of($"{nameof(Slot.Treatments)}: its picture", Signed(mark => mark with { Picture = Marked.Svg }), MayMarkMore),
        Of($"{nameof(Slot.Treatments)}: its light version", Signed(mark => mark with { LightPicture = Marked.Svg }), MayMarkMore),
        Of($"{nameof(Slot.Treatments)}: its anchor", Signed(mark => mark with { Anchor = Anchor.TopLeft }), MayMarkMore),
        Of($"{nameof(Slot.Treatments)}: its size", Signed(mark => mark with { Size = 0.4 }), MayMarkMore),
        Of($"{nameof(Slot.Treatments)}: its margin", Signed(mark => mark with { Margin = 0.2 }), MayMarkMore),
        Of($"{nameof(Slot.Treatments)}: its opacity", Signed(mark => mark with { Opacity = 0.3 }), MayMarkMore),
        new($"{nameof(Slot.Treatments)}: off for the picture", true, (slot, source) => (
            Signed(mark => mark)(slot), Framed(source, new FramingChange.Unmark(true))), MayMarkMore),
        Of($"{nameof(Slot.Treatments)}: line", Edged(new Edges(0.04, new SrgbColour(20, 30, 200), 0, 0))),
        Of($"{nameof(Slot.Treatments)}: its colour",
            Edged(new Edges(0.04, new SrgbColour(200, 30, 20), 0, 0))),
        // Where nothing but the background stands in them, round corners show the same.
        Of($"{nameof(Slot.Treatments)}: corners", Edged(new Edges(0, default, 0.2, 0)), MayMarkMore),
        Of($"{nameof(Slot.Treatments)}: shadow", Edged(new Edges(0, default, 0, 0.5)), MayMarkMore),
        OfSource("stem", source => source with { Stem = "another-kite" }),
        OfSource("group", source => source with { Group = "summer" }),
        OfSource("sequence", source => source with { Sequence = 99, AddedOn = new DateOnly(2026, 1, 2) }),
        OfSource(
            "rights", source => source with { Facts = source.Facts with { Rights = new RightsFields("Wren Aldous", "Galewright Kites") } }),
        OfSource("description", source => source with { Facts = source.Facts with { Description = "A kite over dunes" } }),
        OfSource("subject", source => Framed(source, new FramingChange.Decide(new PixelRect(8, 8, 60, 60), null))),
        OfSource("focus", source => Framed(source, new FramingChange.Decide(null, new PixelPoint(20, 20)))),
        OfSource(
            "proposal",
            source =>
                source with { Proposal = new Core.Framing.Proposing.SubjectProposal(new PixelRect(4, 4, 70, 70), new PixelPoint(30, 30)) }),
        OfSource("turn", source => source with { Framing = source.Framing with { Turn = new Rotation(1, false, 0) } }),
        OfSource("levelled", source => source with { Framing = source.Framing with { Turn = new Rotation(0, true, 3) } }),
        OfSource(
            "a crop by hand", source => Framed(source, new FramingChange.Crop(Usual, null, new HandFraming(new PixelRect(3, 5, 90, 60))))),
        OfSource("padded by hand", source => Framed(source, new FramingChange.Pad(Usual, null, true))),
        OfSource(
            "a quality by hand",
            source =>
                source with { Weights =
                    [new WeightByHand(Usual.Id, null, new PixelSize(120, 80), PictureFormat.Jpeg, PictureFormat.Jpeg, 33)] }),
    ];

    private readonly TemporaryFolder folder = new();
    private readonly List<string> wrong = [];
    private int differ;
    private int same;

    public void Dispose() => folder.Dispose();

    [Fact]
    public void Every_member_of_a_slot_is_edited() => Assert.Equal(
        typeof(Slot).GetProperties().Where(property => property.SetMethod is not null).Select(property => property.Name).Order(),
        Edits.Where(edit => edit.ChangesSlot).Select(edit => edit.Member.Split(':')[0]).Distinct().Order());

    [Fact]
    public void What_is_marked_stale_is_what_would_come_out_otherwise()
    {
        foreach (var (at, picture) in new[] { "hill-flight.jpg", "studio-delta-cutout.png", "size-guide.png", "tail-loop.gif" }.Index())
        {
            var path = folder.Path(picture);
            Tool.Run("convert", Demo.Source(picture), "-coalesce", "-resize", "240x", path);
            var facts = SourceProbe.Probe(path, 300_000_000).Facts;
            using var decoded = DecodedSource.Open(path, facts, Marked.Options);
            Compare(decoded, Bases[at], Demo.Source(facts));
            Compare(decoded, Bases[(at + 2) % Bases.Length], Demo.Source(facts));
        }

        Assert.True(wrong.Count == 0, string.Join("\n", wrong));
        output.WriteLine($"{differ} files compared that differ, {same} that do not");
        Assert.True(differ >= 300 && same >= 300, $"{differ} files compared that differ, {same} that do not.");
    }

    private void Compare(DecodedSource decoded, Slot slot, Source source)
    {
        var before = Make(decoded, slot, source);
        foreach (var edit in Edits)
        {
            var (slotAfter, sourceAfter) = edit.Change(slot, source);
            var after = Make(decoded, slotAfter, sourceAfter);
            foreach (var (key, now) in after)
            {
                // What no file could be made of has none that could be out of date.
                if (!before.TryGetValue(key, out var then) || !now.File.IsGood || !then.File.IsGood)
                    continue;
                var isCurrent = now.Recipes.AreMetBy(then.Remembered, then.File.File.Length);
                var isSame = now.File.File.AsSpan().SequenceEqual(then.File.File);
                (differ, same) = isSame ? (differ, same + 1) : (differ + 1, same);
                if (isCurrent != isSame &&
                    !(isSame && (edit.MayMarkMore || now.IsChosen || IsNearMax(slot, then) || IsNearMax(slotAfter, then))))
                    wrong.Add(
                        $"{edit.Member}: {key} is {(isCurrent ? "not " : "")}marked stale, and that is wrong: {then.File.Encoding}, " +
                        $"{then.File.File.Length} bytes, then {now.File.Encoding}, {now.File.File.Length} bytes; {slot.Limits} of " +
                        $"{source.Facts.Format}.");
            }
        }
    }

    // Just under a maximum it is not known whether that had a part in it; nor where files are chosen by their weight.
    private static bool IsNearMax(Slot slot, Made made) =>
        slot.Limits.MaxBytes is { } max && (made.File.File.Length >= WeightGoal.MinUnder(max) || slot.Delivery == Delivery.One ||
            made.Recipes is { WithoutMax: null } or { Own.Recipe.Request.LosslessWebP: LosslessUse.WhereLighter });

    private static Dictionary<string, Made> Make(DecodedSource decoded, Slot slot, Source source) =>
        SlotPlan.For(slot, source).Variants.AsParallel().ToDictionary(
            variant => $"{variant.Size.File} {string.Join(' ', variant.Formats)}",
            variant =>
            {
                // What another format makes unneeded is made all the same, so that there are bytes to compare.
                var alone = variant with { Fallback = null };
                var recipe = RecipeRules.For(source, alone, slot);
                var recipes = AcceptedRecipes.Of(recipe);
                var file = VariantMaker.Make(decoded.As(source.Facts), recipe);
                return new Made(recipes, recipes.For(file.File.Length, file.IsFreeOfMax).Hash, file, variant.Formats.Count > 1);
            });

    private static Source Framed(Source source, FramingChange change) => source with { Framing = change.ApplyTo(source.Framing) };

    private static Func<Slot, Slot> Toned(Func<Tone, Tone> change) => slot => slot with
    {
        Treatments = slot.Treatments with { Tone = change(new Tone(new ToneDemand(default, 4.5), PicturePart.Whole, null)) },
        Colour = ColourPolicy.Srgb,
    };

    private static Func<Slot, Slot> Worded(string text, Func<HeadlineStyle, HeadlineStyle> change) => slot => slot with
    {
        Treatments = slot.Treatments with { Headline = new SlotHeadline(text, "", change(HeadlineStyle.Usual)) },
        Colour = ColourPolicy.Srgb,
    };

    private static Func<Slot, Slot> Signed(Func<SlotMark, SlotMark> change) => slot => slot with
    {
        Treatments = slot.Treatments with { Mark = change(new SlotMark(Marked.Png, null, Anchor.BottomRight, 0.25, 0.05, 1)) },
        Colour = ColourPolicy.Srgb,
    };

    private static Func<Slot, Slot> Edged(Edges edges) =>
        slot => slot with { Treatments = slot.Treatments with { Edges = edges }, Colour = ColourPolicy.Srgb };

    private static Edit Of(string member, Func<Slot, Slot> change, bool mayMarkMore = false) =>
        new(member, true, (slot, source) => (change(slot), source), mayMarkMore);

    private static Edit OfSource(string member, Func<Source, Source> change) =>
        new(member, false, (slot, source) => (slot, change(source)), false);

    private sealed record Edit(string Member, bool ChangesSlot, Func<Slot, Source, (Slot Slot, Source Source)> Change, bool MayMarkMore);

    // Whether one of several formats was chosen: what the others would have said is not known.
    private sealed record Made(AcceptedRecipes Recipes, string Remembered, EncodedFile File, bool IsChosen);
}
