namespace Pantomet.Server.Publishing.Targets;

/// <summary>A target did not do what it was asked for.</summary>
/// <param name="sentence">What happened and what to do, without anything secret.</param>
/// <param name="kind">What it means for the rest.</param>
/// <param name="cause">What its library said.</param>
internal sealed class TargetFaultException(string sentence, TargetFault kind, Exception? cause = null) : Exception(sentence, cause)
{
    public TargetFault Kind { get; } = kind;
}

/// <summary>What a fault means for the rest of a publication.</summary>
internal enum TargetFault
{
    /// <summary>It may pass: worth another try.</summary>
    Passing,

    /// <summary>Nothing more can be sent: it is full, or lets nobody in.</summary>
    Lasting,

    /// <summary>This one file is not taken; others may be.</summary>
    FileRefused,
}
