namespace Pantomet.Core.Treatments;

/// <summary>By what a picture may be toned, in the order in which it is tried.</summary>
[Flags]
public enum ToneMeans
{
    /// <summary>By nothing.</summary>
    None = 0,

    /// <summary>Darks are raised, or lights lowered.</summary>
    Levels = 1,

    /// <summary>It loses colour.</summary>
    Colour = 2,

    /// <summary>It is blurred.</summary>
    Blur = 4,

    /// <summary>White or black is laid over it.</summary>
    Overlay = 8,
}
