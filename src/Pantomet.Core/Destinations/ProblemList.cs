namespace Pantomet.Core.Destinations;

/// <summary>Collects what is wrong in one part of a document.</summary>
/// <param name="found">All problems of the document.</param>
/// <param name="path">Of the part; empty for the document itself.</param>
internal sealed class ProblemList(List<DocumentProblem> found, string path)
{
    public int Count => found.Count;

    public ProblemList In(string member) => new(found, PathTo(member));

    public bool Check(bool holds, string member, string sentence)
    {
        if (!holds)
            found.Add(new DocumentProblem(PathTo(member), sentence));
        return holds;
    }

    private string PathTo(string member) => path.Length == 0 ? member : member.Length == 0 ? path : $"{path}.{member}";
}
