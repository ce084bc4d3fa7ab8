using Irvak.Core.Observations;

namespace Irvak.Core.Tests.Observations;

/// <summary>Words of controllers for a drive's state. Common practice, no source.</summary>
public class DriveStateTests
{
    [Theory]
    [InlineData("Offline", true)]
    [InlineData("Offln", true)]
    [InlineData("FAILED", true)]
    [InlineData("Unconfigured (bad)", true)]
    [InlineData("UBad", true)]
    [InlineData("Predictive Failure", true)]
    [InlineData("missing", true)]
    [InlineData("Online", false)]
    [InlineData("Onln", false)]
    [InlineData("Unconfigured (good)", false)]
    [InlineData("Hot spare", false)]
    [InlineData("JBOD", false)]
    [InlineData("zonk", false)] // a word that is not known means nothing
    [InlineData("", false)]
    [InlineData(null, false)]
    public void Only_words_of_trouble_are_trouble(string? word, bool trouble) => Assert.Equal(trouble, DriveState.IsTrouble(word));
}
