# frozen_string_literal: true

module Nockplane
  module Drawings
    # What one variant (a row's name) has of its own on a series drawing. patches: { cell key => patch }, a patch being
    # nil (taken away there), { "new" => a cell as plain data } or { "set" => { field => value } } over the cell that
    # the series has, so that the rest of it changes on with the series.
    Variation = Struct.new(:id, :variant, :patches, keyword_init: true) { def initialize(patches: {}, **) = super }

    class Variation
      # The patch that makes one cell of another (nil: there is none), nil where nothing is different.
      # Returns [patch] or nil, since a patch may be nil itself.
      def self.patch(before, after)
        return nil if before == after
        return [nil] unless after
        return [{ 'new' => Cells.plain(after) }] unless before

        old, new = [before, after].map { |c| Cells.plain(c) }
        [{ 'set' => (old.keys | new.keys).reject { |f| old[f] == new[f] }.to_h { |f| [f, new[f]] } }]
      end

      # The variation with what an edit made of some cells (keys) of the sheet kept: plain: the drawing without
      # anything of the variant's own; after: as it is to be.
      def keeping(keys, plain, after)
        changed = keys.to_h { |key| [key, Variation.patch(plain.cells[key], after.cells[key])] }
        same = changed.select { |_, patch| patch.nil? }.keys
        dup.tap { |v| v.patches = patches.except(*same).merge(changed.compact.transform_values(&:first)) }
      end

      def without(key) = dup.tap { |v| v.patches = patches.except(key) }
      def empty? = patches.empty?

      # The drawing (that of the variant without anything of its own) with what it has of its own.
      def on(plain)
        cells =
          patches.each_with_object(plain.cells.dup) do |(key, patch), all|
            next all.delete(key) if patch.nil?

            hash = patch['new'] || patched(plain.cells[key], patch['set']) or next
            all[key] = Cells.from(key, hash)
          end
        Drawing.new(standing(cells))
      end

      # Keys of cells that have something of their own, but are gone from the series.
      def lost(plain) = patches.select { |key, patch| patch && patch['set'] && !plain.cells[key] }.keys

      private

      def patched(cell, set) = cell && Cells.plain(cell).merge(set).compact

      # (What hung on a thing that the series has no more goes with it.)
      def standing(cells)
        views = cells.keys.grep(%r{\Aview/}).to_h { |k| [k.delete_prefix('view/'), true] }
        cells.reject { |_, c| c.is_a?(Dimension) && !views[c.view] }
      end
    end
  end
end
