#pragma once
#include "report/book.h"

#include <QPagedPaintDevice>
#include <QString>
#include <optional>

namespace owl {

/// Lays the book out on a printer or PDF; returns the number of pages.
int printBook(QPagedPaintDevice& device, const std::vector<Block>& book, const QString& footer);
/// Writes blocks as PDF (A4, or Letter for inches). Error: a sentence.
std::optional<QString> writePdf(const QString& file, const std::vector<Block>& blocks,
                                const Project& project);
/// Writes the book as PDF (A4, or Letter for inches). Error: a sentence.
std::optional<QString> writeBookPdf(const QString& file, const Project& project, const Plan& plan);

} // namespace owl
