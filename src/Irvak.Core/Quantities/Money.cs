namespace Irvak.Core.Quantities;

/// <summary>An amount of money in the shop's one currency.</summary>
/// <param name="Amount">Amount in units of the currency, two decimals.</param>
/// <param name="Currency">ISO 4217 code.</param>
public readonly record struct Money(decimal Amount, string Currency)
{
    public static Money Euro(decimal amount) => new(amount, "EUR");

    public override string ToString() =>
        (Currency == "EUR" ? "€ " : Currency + " ")
        + Amount.ToString(Amount == decimal.Truncate(Amount) ? "#,0" : "#,0.00").Replace(',', ' ');
}
