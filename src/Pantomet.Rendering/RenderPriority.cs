namespace Pantomet.Rendering;

/// <summary>Who is served first where several want to render.</summary>
public enum RenderPriority
{
    /// <summary>Somebody looks at the screen and waits.</summary>
    Live,

    /// <summary>A visitor's browser waits for a file.</summary>
    Delivery,

    /// <summary>Many files, which nobody waits for one by one.</summary>
    Run,

    /// <summary>What might be asked for later.</summary>
    WarmUp,
}
