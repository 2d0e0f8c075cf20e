using Pantomet.Core.Framing;
using Pantomet.Server.Sources;

namespace Pantomet.Server.Framing;

/// <summary>How a framing is taken to another picture.</summary>
internal enum CopyAs
{
    /// <summary>Everything at the same fractions of the picture.</summary>
    Fraction,

    /// <summary>The crops set by hand, each lying as it did around the subject.</summary>
    SubjectPosition,
}

/// <summary>Framings of one source for others.</summary>
internal static class FramingCopies
{
    /// <summary>The framing that a source gets; null where there is nothing to go by.</summary>
    public static SourceFraming? Of(SourceRow from, SourceRow to, CopyAs how) => how == CopyAs.Fraction
        ? CopiedFraming.AsFraction(from.ToSource().Framed, to.ToSource().Framed)
        : CopiedFraming.AsSubjectPosition(from.ToSource().Framed, to.ToSource().Framed);

    /// <summary>Says so.</summary>
    public static string NothingToGoBy(SourceRow from, SourceRow to) =>
        $"\"{to.Stem}\" or \"{from.Stem}\" has no subject to go by. Mark it first, or copy as a fraction of the picture.";
}
