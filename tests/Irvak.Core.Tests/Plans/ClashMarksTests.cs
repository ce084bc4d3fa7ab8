using CsCheck;
using Irvak.Core.Plans;

namespace Irvak.Core.Tests.Plans;

/// <summary>Marks find all that meets, and hardly anything else. Definition, no source.</summary>
public class ClashMarksTests
{
    // Names that people give may hold the sign that divides a part from its whole.
    private static readonly Gen<string> Subject = Gen.String[Gen.Char["ab#"], 0, 5];

    [Fact]
    public void Two_subjects_that_meet_are_found_by_their_marks() =>
        Gen.Select(Subject, Subject)
            .Sample((mine, theirs) => Assert.True(!Clashes.Meet(mine, theirs) || Found(mine, theirs)), iter: 20_000);

    private static bool Found(string mine, string theirs) => Clashes.MetBy(mine).Intersect(Clashes.MarksOf(theirs)).Any();

    [Theory]
    [InlineData("array:A", "array:A#level", true)]
    [InlineData("array:A#level", "array:A", true)]
    [InlineData("array:A#level", "array:A#use", false)]
    [InlineData("array:A#1", "array:A#1#level", true)]
    [InlineData("array:A", "array:AB", false)]
    public void A_part_meets_its_whole_and_no_other_part(string mine, string theirs, bool meet) => Assert.Equal(meet, Found(mine, theirs));
}
