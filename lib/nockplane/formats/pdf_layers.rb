# frozen_string_literal: true

module Nockplane
  module Formats
    # Optional content groups of a PDF, one a layer: a reader lists them by name and can switch each (ISO 32000-1,
    # 8.11).
    class PdfLayers
      # layers: [Drawings::Layer]; those not visible are there, switched off.
      def initialize(pdf, layers)
        @pdf = pdf
        @groups = layers.to_h { |l| [l.id, pdf.ref!(Type: :OCG, Name: text(l.name))] }
        return if layers.empty?

        off = layers.reject(&:visible).map { |l| @groups[l.id] }
        pdf.state.store.root.data[:OCProperties] = {
          OCGs: @groups.values,
          D: {
            Name: text('Layers'),
            Order: @groups.values,
            ON: @groups.values - off,
            OFF: off,
            ListMode: :AllPages
          }
        }
      end

      # Draws what the block draws on a layer (by id; anything else is always shown).
      def on(id)
        group = @groups[id] or return yield
        name = :"Layer#{@groups.keys.index(id)}"
        (@pdf.page.resources[:Properties] ||= {})[name] = group
        @pdf.add_content("/OC /#{name} BDC")
        yield
        @pdf.add_content('EMC')
      end

      private

      def text(string) = PDF::Core::LiteralString.new("\uFEFF#{string}".encode('UTF-16BE').b)
    end
  end
end
