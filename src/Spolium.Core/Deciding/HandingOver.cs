using Spolium.Core.Journal;
using Spolium.Core.Reconciling;
using Spolium.Core.Workshop;

namespace Spolium.Core.Deciding;

/// <summary>Leavings leave the house, to somebody who may take them: written down with what was in them, and with the receipt.</summary>
public static class HandingOver
{
    // Who takes these needs a licence anywhere.
    private static readonly string[] Licensed = ["mercury", "cyanide", "licensed"];

    public static Decision HandOver(
        State state,
        string lotId,
        TypedNumber amount,
        string receiver,
        string licence,
        string container,
        TypedNumber? ph,
        string receipt,
        string? note
    )
    {
        if (!state.Lots.TryGetValue(lotId, out var lot))
            return Decision.Refuse("lotId", "there is no such lot", "choose one of the list");
        var errors = new List<FieldError>();
        if (amount.Field != lot.Amount.Field)
            errors.Add(
                lot.Amount.Field == Field.Volume
                    ? new("amount", $"{lot.Code} is a liquor", "write how many litres went")
                    : new("amount", $"{lot.Code} is weighed", "write how many grams went")
            );
        else if (amount.Value <= 0 || amount.Value > lot.Left * (1 + 1e-9))
            errors.Add(
                LikeliestSlip.Told(
                    new(
                        "amount",
                        $"{FigureText.Number(lot.Left, 3)} {(lot.Amount.Field == Field.Volume ? "mL" : "g")} of {lot.Code} is left",
                        "at most that, and more than nothing"
                    ),
                    amount,
                    v => v > 0 && v <= lot.Left
                )
            );
        if (string.IsNullOrWhiteSpace(receiver))
            errors.Add(new("receiver", "nobody is named", "write who took it: a waste station, a refiner, a dealer"));
        if (string.IsNullOrWhiteSpace(container))
            errors.Add(new("container", "it is not said what it went in", "such as 20 L canister"));
        if (ph is not null && CannotBe.Acidity(ph) is { } beyond)
            errors.Add(beyond with { Field = "ph" });
        var charge = Leavings.Find(state, FeedFrom.Lot, lotId)?.Charge;
        if (string.IsNullOrWhiteSpace(licence) && WantsLicence(charge) is { } why)
            errors.Add(new("licence", $"{why}: it goes only to somebody with a licence for it", "write the number of their licence"));
        return errors.Count > 0
            ? Decision.Refuse(errors)
            : Decision.Write(
                new LotHandedOver(
                    lotId,
                    Decisions.WithInstrument(amount),
                    receiver.Trim(),
                    licence.Trim(),
                    container.Trim(),
                    ph,
                    receipt.Trim(),
                    Contents(charge, amount.Value / lot.Left),
                    Decisions.Kept(note)
                )
            );
    }

    /// <summary>What the sheet says is in a part of a charge, a line each.</summary>
    public static IReadOnlyList<string> Contents(Charge? charge, double part) =>
        charge is null
            ? ["what it holds is not known"]
            :
            [
                .. ContainerLabel.Of(charge).Substances.Select(s => $"{s.Formula} {FigureText.ValueOnly(s.Grams * Working.Exact(part))}"),
                .. charge
                    .Marks.Order(StringComparer.Ordinal)
                    .Select(m => $"may hold {Suspicion.All.FirstOrDefault(s => s.Mark == m)?.Label ?? m}"),
            ];

    /// <summary>Why it goes to nobody without a licence; null where none is known.</summary>
    public static string? WantsLicence(Charge? charge) =>
        charge is null ? null
        : PoolGate.Shut(charge).FirstOrDefault(g => Licensed.Contains(g.Group.Id)) is { } gate ? gate.Reason
        : NeutralGate.Licensed(charge).FirstOrDefault()?.Reason is { } licensed ? licensed
        : null;

    public static Decision Receipt(State state, string lotId, string handOver, string receipt) =>
        state.Lots.GetValueOrDefault(lotId)?.HandedOver.Find(h => h.EntryId == handOver) is not { } there
            ? Decision.Refuse("handOver", "nothing was handed over by that entry", "choose one of the register")
        : string.IsNullOrWhiteSpace(receipt) ? Decision.Refuse("receipt", "the receipt has no number", "write it as it stands on the paper")
        : there.Receipt.Length > 0
            ? Decision.Refuse("receipt", $"receipt {there.Receipt} stands there", "take that back first, if it is wrong")
        : Decision.Write(new ReceiptCame(lotId, handOver, receipt.Trim()));
}
