using System.Globalization;

namespace Pantomet.Core.Sizing;

/// <summary>
/// A length that depends on the width of the viewport: what CSS writes in px, vw, sums, multiples, <c>min()</c>, <c>max()</c> and
/// <c>clamp()</c>.
/// </summary>
/// <remarks>CSS Values and Units 4, §10 (mathematical expressions). 1vw is a hundredth of the viewport's width.</remarks>
public abstract record CssLength
{
    private CssLength()
    {
    }

    /// <summary>The length in CSS px.</summary>
    /// <param name="viewportPx">Width of the viewport in CSS px.</param>
    public abstract double At(double viewportPx);

    /// <summary>The length as it stands on its own in CSS; sums and multiples are wrapped in <c>calc()</c>.</summary>
    public string ToCss() => this is Sum or Multiple ? $"calc({Inner})" : Inner;

    /// <inheritdoc/>
    public sealed override string ToString() => ToCss();

    /// <summary>The length as it stands inside a mathematical expression.</summary>
    private protected abstract string Inner { get; }

    private string Operand => this is Sum ? $"({Inner})" : Inner;

    private static string Number(double value) => value.ToString("0.######", CultureInfo.InvariantCulture);

    /// <summary>A fixed length.</summary>
    /// <param name="Value">CSS px.</param>
    public sealed record Px(double Value) : CssLength
    {
        /// <inheritdoc/>
        public override double At(double viewportPx) => Value;

        private protected override string Inner => $"{Number(Value)}px";
    }

    /// <summary>A share of the viewport's width.</summary>
    /// <param name="Value">Hundredths.</param>
    public sealed record Vw(double Value) : CssLength
    {
        /// <inheritdoc/>
        public override double At(double viewportPx) => Value * viewportPx / 100;

        private protected override string Inner => $"{Number(Value)}vw";
    }

    /// <summary>Two lengths added, or the second taken from the first.</summary>
    /// <param name="First">Left operand.</param>
    /// <param name="Second">Right operand.</param>
    /// <param name="Subtracts">Whether the second is taken away.</param>
    public sealed record Sum(CssLength First, CssLength Second, bool Subtracts) : CssLength
    {
        /// <inheritdoc/>
        public override double At(double viewportPx) => First.At(viewportPx) + (Subtracts ? -Second.At(viewportPx) : Second.At(viewportPx));

        private protected override string Inner => $"{First.Inner} {(Subtracts ? "-" : "+")} {Second.Operand}";
    }

    /// <summary>A length multiplied or divided by a number.</summary>
    /// <param name="Length">What is multiplied.</param>
    /// <param name="Factor">By what; not 0 where it divides.</param>
    /// <param name="Divides">Whether it is divided instead.</param>
    public sealed record Multiple(CssLength Length, double Factor, bool Divides) : CssLength
    {
        /// <inheritdoc/>
        public override double At(double viewportPx) => Divides ? Length.At(viewportPx) / Factor : Length.At(viewportPx) * Factor;

        private protected override string Inner => $"{Length.Operand} {(Divides ? "/" : "*")} {Number(Factor)}";
    }

    /// <summary>The least of some lengths.</summary>
    /// <param name="Of">At least one.</param>
    public sealed record Min(IReadOnlyList<CssLength> Of) : CssLength
    {
        /// <inheritdoc/>
        public override double At(double viewportPx) => Of.Min(length => length.At(viewportPx));

        private protected override string Inner => $"min({string.Join(", ", Of.Select(length => length.Inner))})";
    }

    /// <summary>The greatest of some lengths.</summary>
    /// <param name="Of">At least one.</param>
    public sealed record Max(IReadOnlyList<CssLength> Of) : CssLength
    {
        /// <inheritdoc/>
        public override double At(double viewportPx) => Of.Max(length => length.At(viewportPx));

        private protected override string Inner => $"max({string.Join(", ", Of.Select(length => length.Inner))})";
    }

    /// <summary>A length held between two others; where they contradict each other the lower wins.</summary>
    /// <param name="Lower">The least.</param>
    /// <param name="Wanted">The length itself.</param>
    /// <param name="Upper">The most.</param>
    public sealed record Clamp(CssLength Lower, CssLength Wanted, CssLength Upper) : CssLength
    {
        /// <inheritdoc/>
        public override double At(double viewportPx) =>
            Math.Max(Lower.At(viewportPx), Math.Min(Wanted.At(viewportPx), Upper.At(viewportPx)));

        private protected override string Inner => $"clamp({Lower.Inner}, {Wanted.Inner}, {Upper.Inner})";
    }
}
