using Irvak.Core.Sheets;

namespace Irvak.Solvers;

/// <summary>What is offered of a shelf.</summary>
internal static class ShelfKinds
{
    /// <summary>The first kinds of parts that were put in an order. A shelf may hold one kind at ten places and prices: the first of them
    /// stands for all, and others are offered too.</summary>
    public static IEnumerable<ShelfPart> Kinds<T>(this IEnumerable<ShelfPart> sorted, Func<ShelfPart, T> sheet, int most) =>
        sorted.DistinctBy(sheet).Take(most);
}
