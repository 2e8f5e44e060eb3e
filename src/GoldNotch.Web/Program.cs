using GoldNotch.Web;

return await Site.RunAsync(args);
