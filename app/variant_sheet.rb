# frozen_string_literal: true

require 'delegate'

module App
  # A series drawing as one variant shows it: asked like the drawing itself. An edit of it is kept as that variant's
  # own. Its address is the drawing's with the variant's key behind it.
  class VariantSheet < SimpleDelegator
    MARK = '~'

    attr_reader :variant

    # The variant's key in addresses: it says nothing and stays whatever else the table gets.
    def self.key(variant) = Digest::SHA256.hexdigest(variant)[0, 10]

    # Of an address with a key. Raises Refused.
    def self.at(address)
      slug, key = address.split(MARK, 2)
      drawing = Records::Drawing.at(slug)
      name = series_of(drawing).variants.find { |v| key(v) == key }
      raise Refused.new("#{drawing.number} has no such variant any more.", status: 404) unless name

      new(drawing, name)
    end

    # Of a variant's name. Raises Refused.
    def self.named(drawing, name)
      return new(drawing, name) if series_of(drawing).variants.include?(name)

      known = series_of(drawing).variants
      raise Refused.new(
        "#{drawing.number} has no variant “#{name}”#{known.empty? ? '' : "; choose one of #{known.join(', ')}"}.",
              status: 404
      )
    end

    def self.series_of(drawing) = Nockplane::Planning::Series.new(drawing.value, Workshop.source)

    def initialize(drawing, variant)
      super(drawing)
      @variant = variant
    end

    def drawing = __getobj__
    def series = VariantSheet.series_of(drawing)
    def slug = "#{drawing.slug}#{MARK}#{VariantSheet.key(@variant)}"
    def to_param = slug
    def title = value.meta.title
    def number = value.meta.number
    def document = @document ||= JSON.generate(value.to_h)

    # The Drawings::Drawing of the variant, with what it has of its own.
    def value
      unless @seen == drawing.document
        @seen = drawing.document
        @document = nil
        @value = series.shown(@variant, plain)
      end
      @value
    end

    # Raises Refused where something is meant for the whole drawing.
    def self.refuse(record, doing)
      return unless record.variant

      raise Refused,
            "You see #{record.variant} alone. #{doing} is done on the series, #{record.drawing.number}; go there first."
    end

    # Is it worked out already, so that showing it takes no waiting?
    def ready? = Workshop.store.known?(plain_key)

    def staleness = Nockplane::Linking::Staleness.new(value, Workshop.source, Sheetworks.latest)

    # What it had of its own of things that the series has no more, in words.
    def gone
      found = series
      keys = found.variation(@variant).lost(plain)
      found.differences(@variant).select { |key, _| keys.include?(key) }.map(&:last)
    end

    # Edit of the stored document that keeps an edit of the variant's sheet.
    def kept(edit) = series.kept(@variant, edit, plain)

    private

    def plain = Workshop.store.fetch(plain_key) { series.plain(@variant) }

    def plain_key
      found = series
      Workshop.source.name_of(
        'variant',
        Workshop.source.text(found.subject(@variant)),
        Digest::SHA256.hexdigest(JSON.generate(found.bare.to_h))
      )
    end
  end
end
