// The shop's price list: read in after it was looked at, written out.
#include "app/main_window.h"
#include "app/price_list_dialog.h"
#include "files/file.h"

#include "app/words.h"

#include <QDir>
#include <QFileInfo>

namespace owl {

void MainWindow::readPrices() {
    const QString file = askFile(false, QDir::homePath() + "/prices.csv");
    if (file.isEmpty())
        return;
    const auto text = readFile(file.toStdString());
    if (!text) {
        warn(words(text.error()));
        return;
    }
    // What another window has put into the shop since is not taken out again.
    tl::expected<Shop, std::string> shop = doc_->shop();
    std::optional<ShopStore> store;
    if (!shopFile.isEmpty()) {
        auto opened = ShopStore::open(shopFile.toStdString());
        shop = opened ? opened->load() : tl::unexpected(opened.error());
        if (opened)
            store = std::move(*opened);
    }
    if (!shop) {
        warn(words(shop.error()));
        return;
    }
    PriceListDialog dialog(*text, QFileInfo(file).fileName(), shop->stock, this);
    if (!askPrices(dialog) || !dialog.merged())
        return;
    shop->stock = dialog.merged()->stock;
    if (store)
        if (const auto ok = store->save(*shop); !ok) {
            warn(words(ok.error()));
            return;
        }
    const auto added = dialog.merged()->added;
    const auto replaced = dialog.merged()->replaced;
    doc_->setShop(std::move(*shop));
    say(store ? tr("In the shop: %1 new, %2 replaced").arg(added).arg(replaced)
              : tr("In the shop until this window closes: %1 new, %2 replaced").arg(added).arg(replaced));
}

void MainWindow::writePrices() {
    QString file = askFile(true, QDir::homePath() + "/prices.csv");
    if (file.isEmpty())
        return;
    if (QFileInfo(file).suffix().isEmpty()) {
        file += ".csv";
        if (!mayReplace({file}))
            return;
    }
    if (const auto ok = writeFile(file.toStdString(), writePriceList(doc_->shop().stock)); !ok)
        warn(words(ok.error()));
    else
        say(tr("Written as %1").arg(QFileInfo(file).fileName()));
}

} // namespace owl
