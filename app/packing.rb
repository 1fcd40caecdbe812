# frozen_string_literal: true

module App
  # The files of a packet of a drawing: its sheets, the models it shows, parts lists, characteristics; of a series those
  # of each variant, too. And the manifest with the digest of each.
  class Packing
    include PacketFiles

    # value: Drawings::Drawing as it is issued; time: Time; known: numbers of characteristics given before; marked: do
    # they stand on the sheets, too? without: names of variants that can't be shown and stay away.
    def initialize(value, time, known: {}, marked: false, without: [])
      @without = without
      @value = value
      @time = time
      @known = known
      @marked = marked
      @series = Nockplane::Planning::Series.new(value, Workshop.source)
    end

    # Names of what will be in it, in words: [[name, what it is], ...].
    def self.contents(value, without: []) = new(value, nil, without: without).contents

    # What the drawing shows, each model at every revision that a view has: [{ number:, name:, slug:, revision:,
    # variant:, note:, stem:, binding: }]. variant: of a series, whose family alone is told as that variant.
    def self.models(value, variant = nil)
      bindings = variant ? [value.bindings[0].dup.tap { |b| b.variant = variant }] : value.bindings
      bindings.flat_map do |binding|
        record = Records::Model.unscoped.find(binding.model)
        revisions = value.views.select { |v| v.binding == binding.id }.map(&:revision).uniq.sort
        revisions.map { |revision| shown(record, binding, revision) }
      end
    end

    def self.shown(record, binding, revision)
      {
        number: record.number,
        name: record.name,
        slug: record.slug,
        revision: revision,
        variant: binding.variant,
        note: record.revisions.find_by(number: revision)&.note,
        stem: SeriesPaper.stem([record.number || record.slug, binding.variant, revision].compact.join(' ')),
        binding: binding.id
      }
    end
    private_class_method :shown

    # { key of a characteristic => its number }, of all variants.
    def numbers = pieces.reduce(@known) { |_, piece| piece.numbers }

    # Names of the variants that are in it.
    def variants = @value.meta.series ? @series.variants - @without : []

    private

    def entries = pieces.flat_map(&:entries)

    # The drawing itself, then each variant: a number is given to the same annotation of all.
    def pieces
      @pieces ||=
        variants.reduce([piece(nil) { @value }]) do |list, variant|
          list + [piece(variant, list[-1]) { @series.shown(variant) }]
        end
    end

    def piece(variant, before = nil, &value)
      Piece.new(
        @value,
        @time,
        variant: variant,
        known: -> { before ? before.numbers : @known },
        marked: @marked,
        &value
      )
    end
  end
end
