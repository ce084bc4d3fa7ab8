namespace Irvak.Store.Tests;

/// <summary>What is held of what was used last. Definition, no source.</summary>
public class RecentTests
{
    private static bool[] Has(Recent<string> recent, params string[] keys) => [.. keys.Select(k => recent.TryGet(k, out _))];

    [Fact]
    public void Holds_its_number_and_lets_go_of_what_was_used_longest_ago()
    {
        var recent = new Recent<string>(2);
        recent.Put("a", "1");
        recent.Put("b", "2");
        Assert.True(recent.TryGet("a", out var one) && one == "1");
        recent.Put("c", "3");
        Assert.Equal([true, false, true], Has(recent, "a", "b", "c"));
    }

    [Fact]
    public void Holds_no_more_than_its_weight_but_always_the_newest()
    {
        var recent = new Recent<string>(10, value => value.Length, 5);
        recent.Put("a", "12");
        recent.Put("b", "123");
        Assert.Equal([true, true], Has(recent, "a", "b"));
        recent.Put("c", "1");
        Assert.Equal([false, true, true], Has(recent, "a", "b", "c"));
        recent.Put("d", "123456");
        Assert.Equal([false, false, true], Has(recent, "b", "c", "d"));
    }

    [Fact]
    public void A_value_put_again_weighs_what_it_weighs_now()
    {
        var recent = new Recent<string>(10, value => value.Length, 5);
        recent.Put("a", "1234");
        recent.Put("a", "1");
        recent.Put("b", "1234");
        Assert.Equal([true, true], Has(recent, "a", "b"));
        Assert.True(recent.TryGet("a", out var now) && now == "1");
    }
}
