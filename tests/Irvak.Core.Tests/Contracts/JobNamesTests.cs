using Irvak.Core.Contracts;

namespace Irvak.Core.Tests.Contracts;

/// <summary>Names are short enough for a line of a list, and can be printed. Common practice, no source.</summary>
public class JobNamesTests
{
    private static string Of(int letters) => new('a', letters);

    [Theory]
    [InlineData(1, true)]
    [InlineData(120, true)]
    [InlineData(121, false)]
    [InlineData(0, false)]
    public void A_job_has_a_title(int letters, bool taken) => Assert.Equal(taken, JobNames.Title(Of(letters)) is null);

    [Theory]
    [InlineData(0, true)]
    [InlineData(120, true)]
    [InlineData(121, false)]
    public void An_owner_need_not_be_known(int letters, bool taken) => Assert.Equal(taken, JobNames.Owner(Of(letters)) is null);

    [Theory]
    [InlineData(1, true)]
    [InlineData(80, true)]
    [InlineData(81, false)]
    [InlineData(0, false)]
    public void Whoever_works_here_has_a_name(int letters, bool taken) => Assert.Equal(taken, JobNames.Who(Of(letters)) is null);

    [Theory]
    [InlineData("  ")]
    [InlineData("a\u0007")]
    [InlineData("a\u202Eb")]
    public void Nothing_that_can_not_be_read_is_a_title(string title) => Assert.Equal("/title", JobNames.Title(title)?.Path);

    [Fact]
    public void What_is_wrong_with_a_name_is_said_where_it_stands() => Assert.Equal("/begunBy", JobNames.Who("", "/begunBy")?.Path);
}
