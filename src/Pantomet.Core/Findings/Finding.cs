namespace Pantomet.Core.Findings;

/// <summary>How much a finding matters.</summary>
public enum Severity
{
    /// <summary>Worth knowing; nothing needs doing.</summary>
    Note,

    /// <summary>The file is within its limits, but somebody should look.</summary>
    Warn,

    /// <summary>No file is made, or a file that was made is not handed out.</summary>
    Stop,
}

/// <summary>One thing that a check has to say.</summary>
/// <param name="Id">Stable, for scripts: lower-case words joined by hyphens.</param>
/// <param name="Severity">How much it matters.</param>
/// <param name="Sentence">Plain words with the numbers.</param>
/// <param name="Remedy">What would mend it; empty where nothing needs mending.</param>
public sealed record Finding(string Id, Severity Severity, string Sentence, string Remedy = "")
{
    /// <summary>Pixels as people read them: <c>2,500</c>.</summary>
    /// <param name="pixels">A number of pixels.</param>
    public static string Px(long pixels) => pixels.ToString("#,0", System.Globalization.CultureInfo.InvariantCulture);

    /// <summary>A size as people read it: <c>2,500 × 2,000</c>.</summary>
    /// <param name="size">A size in pixels.</param>
    public static string Px(Measures.PixelSize size) => $"{Px(size.Width)} × {Px(size.Height)}";
}
