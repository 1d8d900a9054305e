namespace Spolium.Core.Accounts;

public enum AccountKind
{
    Lot,

    /// <summary>A holding of a batch: its feed, or what a step made.</summary>
    Holding,

    /// <summary>What came back to a batch when shared holdings were worked up.</summary>
    Back,
    Pool,
    Unaccounted,
    Shelf,

    /// <summary>Received, supplier, water, discarded: from or to outside.</summary>
    Outside,
}

/// <summary>What the name of an account says. Names are made by <see cref="Account"/> and read here, nowhere else.</summary>
/// <param name="Id">Of the lot, batch, pool or bottle; of what is unaccounted its owner ("batch/26-01").</param>
/// <param name="Holding">"4-clear/filter", "feed"; empty for what is no holding.</param>
public sealed record AccountName(AccountKind Kind, string Id, string Holding = "")
{
    public static AccountName Of(string account) =>
        account.Split('/', 2) switch
        {
            ["lot", var id] => new(AccountKind.Lot, id),
            ["pool", var id] => new(AccountKind.Pool, id),
            ["shelf", var id] => new(AccountKind.Shelf, id),
            ["unaccounted", var owner] => new(AccountKind.Unaccounted, owner),
            ["batch", var rest] when rest.Split('/', 2) is [var id, var holding] => holding == "back"
                ? new(AccountKind.Back, id)
                : new(AccountKind.Holding, id, holding),
            _ => new(AccountKind.Outside, account),
        };

    /// <summary>What it is called within its batch: the output, "feed".</summary>
    public string Output => Holding[(Holding.LastIndexOf('/') + 1)..];
}
