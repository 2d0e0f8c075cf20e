using CsCheck;
using Pantomet.Core.Publishing;

namespace Pantomet.Core.Tests.Publishing;

/// <summary>What is done on a target, for any state of it.</summary>
public sealed class TargetChangesTests
{
    private const string Us = "shop";
    private static readonly string[] Paths = ["a.jpg", "b.jpg", "c.jpg", "list.json"];

    // Of each path: what is wanted there, what was left there and by whom, and how long the file is that lies there now.
    private static readonly Gen<Place[]> Places = Gen.Select(
        Gen.Int[0, 2], Gen.Int[0, 2], Gen.Bool, Gen.Int[0, 3], Gen.Bool,
        (wanted, left, isOurs, lying, kept) => new Place(Name(wanted), Name(left), isOurs ? Us : "other", lying, kept)).Array[Paths.Length];

    [Fact]
    public void Nothing_of_others_is_touched_and_whatever_is_ours_comes_to_be_as_it_should() => Gen.Select(Places, Gen.Bool)
        .Sample((places, takesOver) =>
        {
            var changes = Of(places, takesOver);
            foreach (var change in changes.Changes)
            {
                var place = places[Array.IndexOf(Paths, change.Path)];
                var isOurs = place.Left.Length > 0 && place.Owner == Us && place.Lying == Length(place.Left);
                var isFree = place.Lying == 0;
                var isLeft = change.Kind == ChangeKind.LeaveAlone;
                Assert.Equal(isLeft, change.Reason.Length > 0);
                Assert.True(
                    isLeft || isFree || isOurs || (takesOver && (place.Left.Length == 0 || place.Owner == Us)), $"{place} {change}");
                Assert.Equal(isFree, change.Kind == ChangeKind.Add);
                Assert.Equal(change.Kind == ChangeKind.Remove, change.Wanted is null);
                Assert.False(change.Kind == ChangeKind.Remove && place.Kept);
            }

            // Everything that is wanted lies there, is put there, or is said to be somebody else's.
            Assert.Equal(
                places.Count(place => place.Wanted.Length > 0),
                changes.Unchanged + changes.Changes.Count(change => change.Wanted is not null));
        });

    [Fact]
    public void A_second_time_there_is_nothing_left_to_do() => Places.Sample(places =>
    {
        var after = places.ToArray();
        foreach (var change in Of(places, takesOver: false).Changes.Where(change => change.Kind != ChangeKind.LeaveAlone))
        {
            var at = Array.IndexOf(Paths, change.Path);
            var wanted = change.Wanted?.Sha256 ?? "";
            after[at] = after[at] with { Left = wanted, Owner = Us, Lying = Length(wanted) };
        }

        Assert.All(Of(after, takesOver: false).Changes, change => Assert.Equal(ChangeKind.LeaveAlone, change.Kind));
    });

    [Fact]
    public void Nothing_that_is_read_ever_names_a_file_that_is_not_there()
    {
        // Wanted: a new picture, another one changed, and their list; no longer wanted: a picture.
        var changes = Of(
            [new("1", "", Us, 0, false), new("2", "1", Us, 1, false), new("", "1", Us, 1, false), new("2", "1", Us, 1, false)],
            takesOver: false);
        Assert.Equal(
            [(ChangeKind.Add, "a.jpg"), (ChangeKind.Replace, "b.jpg"), (ChangeKind.Replace, "list.json"), (ChangeKind.Remove, "c.jpg")],
            changes.Changes.Select(change => (change.Kind, change.Path)));
    }

    private static string Name(int length) => length == 0 ? "" : $"{length}";

    private static int Length(string sha256) => sha256.Length == 0 ? 0 : int.Parse(sha256, null);

    private static FileRole Role(string path) => path.EndsWith(".json", StringComparison.Ordinal) ? FileRole.List : FileRole.Picture;

    private static TargetChanges Of(Place[] places, bool takesOver)
    {
        var all = Paths.Zip(places).ToList();
        return TargetChanges.Of(
            Us,
            [.. all.Where(one => one.Second.Wanted.Length > 0)
                .Select(one => new WantedFile(one.First, one.Second.Wanted, Length(one.Second.Wanted), Role(one.First)))],
            all.Where(one => one.Second.Left.Length > 0).ToDictionary(
                one => one.First, one => new LeftFile(one.Second.Left, Length(one.Second.Left), Role(one.First), one.Second.Owner)),
            all.Where(one => one.Second.Lying > 0).ToDictionary(one => one.First, one => (long)one.Second.Lying),
            path => all.Single(one => one.First == path).Second.Kept, takesOver);
    }

    private sealed record Place(string Wanted, string Left, string Owner, int Lying, bool Kept);
}
