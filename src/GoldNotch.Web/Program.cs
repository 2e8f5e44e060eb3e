using GoldNotch.Web.Hosting;

return await Site.RunAsync(args);
