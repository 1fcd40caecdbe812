# frozen_string_literal: true

# What boards of thousands of drawings are read from without opening one: what a drawing shows of its models, what its
# docket comes to. And a docket line can be somebody's by itself.
class SayLinesByThemselves < ActiveRecord::Migration[7.2]
  LOOK = %w[collisions masses lost].freeze

  def change
    add_column :bindings, :shown, :string, null: false, default: '' # revisions its views show: "1,2"
    add_column :bindings, :follow, :boolean, null: false, default: true
    add_column :standings, :state, :string, null: false, default: 'current'
    add_column :standings, :losing, :integer, null: false, default: 0
    add_column :standings, :collisions, :integer, null: false, default: 0
    add_column :standings, :look, :boolean, null: false, default: false
    add_column :standings, :empty, :boolean, null: false, default: false
    add_column :standings, :clear, :boolean, null: false, default: true
    add_column :takings, :part, :string, null: false, default: '' # of the docket; empty: all of the drawing
    remove_index :takings, :drawing_id, unique: true
    add_index :takings, %i[drawing_id part], unique: true
    reversible { |way| way.up { fill } }
  end

  private

  # (`quote` of a migration takes what it gets for the name of a table, and makes a text of it.)
  def fill
    update("UPDATE drawings SET series = 1 WHERE series = 'true'") if connection.adapter_name == 'SQLite'
    select_all("SELECT id, document FROM drawings WHERE kind = 'drawing'").each do |row|
      bindings(row['id'].to_i, JSON.parse(row['document'])['cells'])
    end
    select_all('SELECT id, lines FROM standings').each { |row| standing(row['id'].to_i, JSON.parse(row['lines'])) }
  end

  def bindings(drawing, cells)
    views = cells.select { |key, _| key.start_with?('view/') }.values
    cells
      .select { |key, _| key.start_with?('binding/') }
      .values
      .group_by { |b| b.values_at('model', 'variant') }
      .each do |(model, variant), list|
        ids = list.map { |b| b['id'] }
        shown = views.select { |v| ids.include?(v['binding']) }.map { |v| v['revision'] }.compact.uniq.sort.join(',')
        of = variant ? "variant = #{connection.quote(variant)}" : 'variant IS NULL'
        follow = list.any? { |b| b['follow'] }
        update(
          "UPDATE bindings SET shown = #{connection.quote(shown)}, follow = #{connection.quote(follow)} " \
            "WHERE drawing_id = #{drawing} AND model_id = #{model.to_i} AND #{of}"
        )
      end
  end

  def standing(id, lines)
    any = ->(part) { (lines[part] || []).any? }
    state =
      if any['faults']
        'fault'
      elsif any['behind'] || any['fields']
        'behind'
      else
        any['adrift'] ? 'adrift' : 'current'
      end
    losing = (lines['behind'] || []).sum { |b| Array(b[5]).size } # the sixth of Linking::Docket::Behind
    update(
      "UPDATE standings SET state = #{connection.quote(state)}, losing = #{losing}, " \
        "collisions = #{(lines['collisions'] || []).size}, look = #{connection.quote(LOOK.any?(&any))}, " \
        "empty = #{connection.quote(any['empty'])}, clear = #{connection.quote(lines.values.all?(&:empty?))} " \
        "WHERE id = #{id}"
    )
  end
end
