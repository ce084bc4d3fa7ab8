using Irvak.Core.Places;
using Irvak.Core.Verdicts;

namespace Irvak.Core.Tests.Verdicts;

/// <summary>Many places are named by the rows they stand in, and none between them that is not meant. Definition.</summary>
public sealed class PlacesInRowsTests
{
    private static string Named(params string[] names) =>
        Say.Slots([.. names.Select(Place.Slot)])
            .Replace("[[slot:", "", StringComparison.Ordinal)
            .Replace("]]", "", StringComparison.Ordinal);

    private static string Dimms(params int[] numbers) =>
        Named([.. numbers.Select(n => $"P{(n > 100 ? 2 : 1)} DIMM {n % 100}")]).Replace(" DIMM ", "/", StringComparison.Ordinal);

    [Theory]
    [InlineData(new[] { 1, 2, 3, 4, 5, 6 }, "P1/1, P1/2, P1/3, P1/4, P1/5 and P1/6")]
    [InlineData(new[] { 1, 2, 3, 4, 5, 6, 7 }, "P1/1 to P1/7 (7 places)")]
    [InlineData(new[] { 1, 3, 5, 7, 9, 11, 101 }, "P1/1, P1/3, P1/5 … P2/1 (7 places)")]
    [InlineData(new[] { 1, 2, 3, 4, 101, 102, 103 }, "P1/1 to P1/4 and P2/1 to P2/3 (7 places)")]
    [InlineData(new[] { 1, 2, 3, 4, 5, 8, 9 }, "P1/1 to P1/5, P1/8 and P1/9 (7 places)")]
    [InlineData(new[] { 7, 6, 5, 4, 3, 2, 1 }, "P1/7, P1/6, P1/5 … P1/1 (7 places)")]
    public void Numbers_that_follow_each_other_are_a_row(int[] numbers, string words) => Assert.Equal(words, Dimms(numbers));

    [Fact]
    public void Letters_that_follow_each_other_are_a_row_too_and_a_row_goes_on_by_what_it_began_with()
    {
        Assert.Equal("A1 to G1 (7 places)", Named("A1", "B1", "C1", "D1", "E1", "F1", "G1"));
        Assert.Equal("A1 to E1, E2 and E3 (7 places)", Named("A1", "B1", "C1", "D1", "E1", "E2", "E3"));
        Assert.Equal("A1, A2, B1 … D1 (7 places)", Named("A1", "A2", "B1", "B2", "C1", "C2", "D1"));
        Assert.Equal("left, right, top … rear (7 places)", Named("left", "right", "top", "low", "mid", "front", "rear"));
    }
}
