using Pantomet.Core.Findings;

namespace Pantomet.Sites.Styles;

/// <summary>How much work a page may be: an element that is held against a rule is one step.</summary>
/// <param name="steps">At most.</param>
internal sealed class ReadBudget(long steps)
{
    private long left = steps;

    /// <summary>Spends some.</summary>
    /// <param name="some">Steps.</param>
    /// <exception cref="UnreadableException">There are none left.</exception>
    public void Spend(int some)
    {
        left -= some;
        if (left < 0)
            throw Exceeded();
    }

    /// <summary>What is said of a page that is more work than may be.</summary>
    public static UnreadableException Exceeded() => new(
        "page-too-large", "The page has too many elements and style rules to be measured. Measure it in the browser instead.");
}
