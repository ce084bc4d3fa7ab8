using Irvak.Core.Places;

namespace Irvak.Core.Evidence;

/// <summary>A kind of part in the plan that the maker's sheet does not list.</summary>
public sealed record OffListPart(string Part, IReadOnlyList<Place> Places, string Evidence, string Remark);
