// SPDX-License-Identifier: GPL-3.0-or-later
// A draft of the project's thresholds, and what would change if it were kept.
#pragma once

#include "session/session.hpp"

#include <QAbstractTableModel>

namespace oddbounce {

/// One row a threshold: name in words, value for the chosen kind, unit, default.
class SettingsModel : public QAbstractTableModel {
    Q_OBJECT
  public:
    enum Column { Name, Value, Unit, Default, columns };
    /// What keeping the draft would do to the findings of this recording.
    struct Effect {
        bool known = false;
        std::vector<Finding> disappearing, appearing;
    };

    explicit SettingsModel(Session& session, QObject* parent = nullptr);
    /// The draft is what is kept.
    void start();
    void choose_kind(const QString& kind); ///< empty: all bodies
    void filter(const QString& words);
    /// The chosen kind's own value goes; what holds otherwise comes back.
    void reset(int row);
    const Settings& draft() const { return draft_; }
    bool changed() const { return !(draft_ == session_.settings()); }
    const Effect& effect() const { return effect_; }
    bool counting() const { return work_.running(); }
    Background& work() { return work_; }
    const SettingInfo& info(int row) const { return *rows_[static_cast<std::size_t>(row)]; }
    /// It has a value of its own for the chosen kind.
    bool own(int row) const;
    /// Kinds of the recording's bodies, and those that have settings.
    QStringList kinds() const;

    int rowCount(const QModelIndex& parent = {}) const override;
    int columnCount(const QModelIndex& parent = {}) const override;
    QVariant data(const QModelIndex& index, int role) const override;
    QVariant headerData(int section, Qt::Orientation orientation, int role) const override;
    Qt::ItemFlags flags(const QModelIndex& index) const override;
    bool setData(const QModelIndex& index, const QVariant& value, int role) override;

  signals:
    void counted(); ///< the effect, or that it is not known yet

  private:
    void count();
    double value(int row) const;

    Session& session_;
    Settings draft_;
    std::string kind_;
    QString words_;
    std::vector<const SettingInfo*> rows_;
    Effect effect_;
    Background work_;
};

} // namespace oddbounce
