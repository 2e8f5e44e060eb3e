using GoldNotch.Core.Cameras;
using GoldNotch.Core.Settings;
using GoldNotch.Core.Sheets;
using GoldNotch.Core.Sheets.Compiling;
using GoldNotch.Core.Sheets.SheetRules;
using GoldNotch.Data;
using GoldNotch.Exchange;
using GoldNotch.Web.Features.Findings;
using GoldNotch.Web.Features.Sheets;
using GoldNotch.Web.Features.Standards;
using GoldNotch.Web.Features.Wording;
using GoldNotch.Web.Hosting;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.AspNetCore.Mvc;

namespace GoldNotch.Web.Features.Models;

/// <summary>A specification with what it comes to: what it leaves unsaid, what the rules find, its controls, and the sheets of the approved standards.</summary>
internal sealed class ModelViews(StandardStore standards, UnitStore units, DecisionStore decisions, Phrasing phrasing)
{
    internal async Task<ModelView> OfAsync(StoredModel model, CancellationToken cancel) =>
        new(model.Document, model.ChangedBy, model.ChangedAt, await PreviewAsync(model.Document, cancel));

    internal async Task<ModelPreview> PreviewAsync(ModelDocument card, CancellationToken cancel)
    {
        CameraModel model = ModelReader.ToModel(card);
        int count = (await units.CountsByModelAsync(cancel)).GetValueOrDefault(model.Key);
        IEnumerable<Standard> approved = (await standards.ApprovedAsync(cancel)).Select(s => StandardReader.ToStandard(s.Document));
        return new ModelPreview(
            null,
            [
                .. Completeness
                    .Of(model)
                    .Select(c => new CompletenessView(c.Chapter, c.Known, [.. c.Missing.Select(s => SettingDefinition.Of(s).Key)])),
            ],
            FindingViews.Of(RuleBook.Of(model), await decisions.AcceptedAsync("", model.Key, cancel), phrasing),
            [.. SettingDefinition.All.Where(n => n.Kind != SettingKind.Task).Select(n => Control(model, n))],
            [.. approved.Select(s => SheetViews.Row(SheetCompiler.Compile(s, model), count, phrasing))]
        );
    }

    private ModelControlView Control(CameraModel model, SettingDefinition name)
    {
        // Angles and codecs are shown for the first recording, since they are times and lists only once a rate is known.
        SettingValue.Format? first = model.Formats.IsEmpty ? null : new SettingValue.Format(model.Formats[0].Size, model.Formats[0].Rate);
        Dial dial = Dial.Of(name.Setting, model, name.Setting == Setting.Shutter ? first : null);
        return new ModelControlView(
            name.Key,
            name.Name,
            name.Chapter,
            model.NotFitted.Contains(name.Setting),
            SheetViews.Of(model.PlaceOf(name.Setting)),
            SheetViews.Of(dial, null, 0, phrasing),
            model.Reset?.States.GetValueOrDefault(name.Setting)
        );
    }
}
