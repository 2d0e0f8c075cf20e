using System.Text.Json.Serialization;

namespace Pantomet.Core.Treatments;

/// <summary>Something that is done to the pixels beside cropping and scaling.</summary>
[JsonDerivedType(typeof(Tone), "tone")]
[JsonDerivedType(typeof(Headline), "headline")]
[JsonDerivedType(typeof(Mark), "mark")]
[JsonDerivedType(typeof(Edges), "edges")]
public abstract record Treatment;
