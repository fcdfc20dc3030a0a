// The shop's price list: read in after it was looked at, written out.
#include "app/main_window.h"
#include "app/price_list_dialog.h"
#include "files/file.h"
#include "project/project_file.h"

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
    if (!store) {
        shop->stock = dialog.merged()->stock;
        say(tr("In the shop until this window closes: %1 new, %2 replaced")
                .arg(dialog.merged()->added)
                .arg(dialog.merged()->replaced));
        doc_->setShop(std::move(*shop));
        return;
    }
    // Into the shop as it is by now: what others have put in while this list was looked at stays.
    const auto in = store->put(dialog.boards());
    shop = in ? store->load() : tl::unexpected(in.error());
    if (!shop) {
        warn(words(shop.error()));
        return;
    }
    for (const auto& kept : in->kept)
        warn(words(kept));
    doc_->setShop(std::move(*shop));
    say(tr("In the shop: %1 new, %2 replaced").arg(in->added).arg(in->replaced));
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
    if (const auto why = whyNotOver(file.toStdString()))
        warn(words(*why));
    else if (const auto ok = writeFile(file.toStdString(), writePriceList(doc_->shop().stock)); !ok)
        warn(words(ok.error()));
    else
        say(tr("Written as %1").arg(QFileInfo(file).fileName()));
}

} // namespace owl
