using System.Globalization;

namespace Pantomet.Core.Sizing;

/// <summary>
/// Reads a CSS length expression. Besides the signs of CSS it takes those that people write: × ÷ − and a bare number of px.
/// </summary>
public static class CssLengthReader
{
    private const int LongestText = 300;
    private const int DeepestNesting = 24;

    /// <summary>Reads a text.</summary>
    /// <param name="text">Such as <c>46vw</c> or <c>min(30vw, 320px)</c>.</param>
    /// <param name="length">The length, when the text is one.</param>
    /// <param name="problem">What is wrong with it, in a sentence; empty when nothing is.</param>
    /// <returns>Whether the text is a length.</returns>
    public static bool TryRead(string text, out CssLength length, out string problem)
    {
        length = new CssLength.Px(0);
        if (text.Length > LongestText)
        {
            problem = $"The expression has {text.Length} characters; at most {LongestText} are read.";
            return false;
        }

        try
        {
            var parser = new Parser(text);
            length = parser.Whole();
            problem = "";
            return true;
        }
        catch (FormatException wrong)
        {
            problem = wrong.Message;
            return false;
        }
    }

    // A value is a length, or a plain number to multiply or divide with.
    private readonly record struct Value(CssLength? Length, double Number);

    private sealed class Parser(string text)
    {
        private int at;
        private int depth;

        public CssLength Whole()
        {
            Skip();
            if (at == text.Length)
                throw new FormatException("Say how wide the picture is shown, such as 46vw or min(30vw, 320px).");
            var value = Sum();
            Skip();
            if (at < text.Length)
                throw Unexpected();
            return value.Length ?? new CssLength.Px(value.Number);
        }

        private Value Sum()
        {
            if (++depth > DeepestNesting)
                throw new FormatException("The expression is nested too deeply.");
            var left = Product();
            while (TakeSign("+-−") is { } sign)
            {
                var right = Product();
                var subtracts = sign != '+';
                left = (left, right) switch
                {
                    ({ Length: { } first }, { Length: { } second }) => new Value(new CssLength.Sum(first, second, subtracts), 0),
                    ({ Length: null }, { Length: null }) => new Value(
                        null, subtracts ? left.Number - right.Number : left.Number + right.Number),
                    _ => throw new FormatException(
                        $"A length and a plain number cannot be {(subtracts ? "subtracted" : "added")}. Write the number with px, such " +
                        $"as {Plain(left.Length is null ? left.Number : right.Number)}px."),
                };
            }

            depth--;
            return left;
        }

        private Value Product()
        {
            var left = Factor();
            while (TakeSign("*×/÷") is { } sign)
            {
                var right = Factor();
                var divides = sign is '/' or '÷';
                left = divides ? Divided(left, right) : Multiplied(left, right);
            }

            return left;
        }

        private static Value Multiplied(Value left, Value right) => (left, right) switch
        {
            ({ Length: { } }, { Length: { } }) => throw new FormatException(
                "Two lengths cannot be multiplied: that would be an area. Write one of them as a plain number."),
            ({ Length: { } length }, _) => new Value(new CssLength.Multiple(length, right.Number, Divides: false), 0),
            (_, { Length: { } length }) => new Value(new CssLength.Multiple(length, left.Number, Divides: false), 0),
            _ => new Value(null, left.Number * right.Number),
        };

        private static Value Divided(Value left, Value right) => (left, right) switch
        {
            (_, { Length: { } }) => throw new FormatException("Nothing can be divided by a length. Write the divisor as a plain number."),
            (_, { Number: 0 }) => throw new FormatException("The expression divides by zero."),
            ({ Length: { } length }, _) => new Value(new CssLength.Multiple(length, right.Number, Divides: true), 0),
            _ => new Value(null, left.Number / right.Number),
        };

        private Value Factor()
        {
            Skip();
            if (at == text.Length)
                throw new FormatException("The expression ends too early: a length is missing at its end.");
            if (text[at] == '(')
            {
                at++;
                var inner = Sum();
                Expect(')');
                return inner;
            }

            return char.IsAsciiLetter(text[at]) ? Function() : Quantity();
        }

        private Value Function()
        {
            var name = Word();
            Skip();
            if (at == text.Length || text[at] != '(')
                throw new FormatException($"\"{name}\" is not known here. Use px, vw, numbers, + − × ÷, min(), max() and clamp().");
            at++;
            var operands = new List<Value> { Sum() };
            while (Take(','))
                operands.Add(Sum());
            Expect(')');
            return name switch
            {
                "calc" when operands.Count == 1 => operands[0],
                "min" => new Value(new CssLength.Min(Lengths(name, operands)), 0),
                "max" => new Value(new CssLength.Max(Lengths(name, operands)), 0),
                "clamp" when operands.Count == 3 &&
                    Lengths(name, operands) is [var lower, var wanted, var upper] => new Value(
                        new CssLength.Clamp(lower, wanted, upper), 0),
                "clamp" => throw new FormatException("clamp() takes three lengths: the least, the wanted, the most."),
                "calc" => throw new FormatException("calc() takes one expression."),
                _ => throw new FormatException($"{name}() is not known here. Use min(), max() and clamp()."),
            };
        }

        private static List<CssLength> Lengths(string name, List<Value> operands) =>
            operands.TrueForAll(operand => operand.Length is not null)
                ? operands.ConvertAll(operand => operand.Length!)
                : throw new FormatException($"{name}() takes lengths only. Write plain numbers with px.");

        private Value Quantity()
        {
            var start = at;
            if (text[at] is '+' or '-' or '−')
                at++;
            while (at < text.Length && (char.IsAsciiDigit(text[at]) || text[at] == '.'))
                at++;
            var digits = text[start..at].Replace('−', '-');
            if (!double.TryParse(
                digits, NumberStyles.AllowDecimalPoint | NumberStyles.AllowLeadingSign, CultureInfo.InvariantCulture, out var number) ||
                    Math.Abs(number) > 1_000_000)
            {
                at = start;
                throw Unexpected();
            }

            if (at < text.Length && text[at] == '%')
                throw new FormatException(
                    "A percentage has no meaning here: the browser reads sizes before it knows the page. " +
                    "Use vw for shares of the viewport.");
            return at < text.Length && char.IsAsciiLetter(text[at]) ? WithUnit(number, Word()) : new Value(null, number);
        }

        private static Value WithUnit(double number, string unit) => unit switch
        {
            "px" => new Value(new CssLength.Px(number), 0),
            "vw" => new Value(new CssLength.Vw(number), 0),
            _ => throw new FormatException($"\"{unit}\" is not a unit that is read here. Use px and vw."),
        };

        private string Word()
        {
            var start = at;
            while (at < text.Length && char.IsAsciiLetter(text[at]))
                at++;
            return text[start..at].ToLowerInvariant();
        }

        private char? TakeSign(string signs)
        {
            Skip();
            return at < text.Length && signs.Contains(text[at], StringComparison.Ordinal) ? text[at++] : null;
        }

        private bool Take(char sign) => TakeSign($"{sign}") is not null;

        private void Expect(char sign)
        {
            if (!Take(sign))
                throw at < text.Length ? Unexpected() : new FormatException($"A \"{sign}\" is missing at the end.");
        }

        private void Skip()
        {
            while (at < text.Length && char.IsWhiteSpace(text[at]))
                at++;
        }

        private FormatException Unexpected() => new($"\"{text[at]}\" at place {at + 1} does not belong there.");

        private static string Plain(double number) => number.ToString("0.###", CultureInfo.InvariantCulture);
    }
}
