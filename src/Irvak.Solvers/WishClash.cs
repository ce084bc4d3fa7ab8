using System.Collections.Immutable;
using Irvak.Core.Aims;

namespace Irvak.Solvers;

/// <summary>A value of one wish with which the other one is met.</summary>
public sealed record WishWay(WishKind Wish, double Value);

/// <summary>Two wishes that each can be met here, and not both.</summary>
/// <param name="Words">What each leaves of the other, in a sentence.</param>
/// <param name="Ways">Of either wish the nearest value that goes with the other; one that was not set as a wish has none.</param>
public sealed record WishClash(WishKind First, WishKind Second, string Words, ImmutableArray<WishWay> Ways);
