# frozen_string_literal: true

module Nockplane
  module Drawings
    # What fields of a title block or a note say of the blank of a sheet-metal part: worked out when one is shown.
    class BlankFields
      NAMES = {
        'blank length' => 'length of the blank',
        'blank width' => 'width of the blank',
        'blank size' => 'length × width of the blank',
        'blank area' => 'area of the blank',
        'blank mass' => 'mass of the blank',
        'sheet thickness' => 'thickness of the sheet',
        'cut outside' => 'length of cut outside',
        'cut inside' => 'length of cut inside',
        'bends' => 'number of bends'
      }.freeze

      # subject: of what the sheet shows, nil for nothing.
      def initialize(source, subject, standard)
        @source = source
        @subject = subject
        @standard = standard
      end

      # Words of a field; nil of one that is none of these, and of what has no flat state.
      def words(name)
        return nil unless NAMES.key?(name) && blank

        decimal(said(name))
      end

      private

      def text = @source.text(@subject)
      def decimal(words) = words&.gsub(/(\d)\.(\d)/, "\\1#{@standard.decimal}\\2")

      def blank
        return @blank if defined?(@blank)

        @blank = @subject && (@source.flats.refusal(text) ? nil : @source.flats.blank(text))
      end

      def said(name)
        case name
        when 'blank size'
          "#{length(blank.length)} × #{length(blank.width)}"
        when 'blank area'
          "#{Modelling::Fault.mm((blank.area / 100).round(2))} cm²"
        when 'blank mass'
          kg = Modelling::Materials.mass(@source.model_of(text).properties, blank.volume)
          kg && "#{format('%.3f', kg)} kg"
        when 'bends'
          blank.bends.to_s
        else
          length(blank.public_send(MEASURES.fetch(name)))
        end
      end

      MEASURES = {
        'blank length' => :length,
        'blank width' => :width,
        'sheet thickness' => :thickness,
        'cut outside' => :cut_outer,
        'cut inside' => :cut_inner
      }.freeze

      # In the standard's unit, to its precision of what is measured.
      def length(mm)
        return "#{Modelling::Fault.mm((mm / 25.4).round(3))} in" if @standard.inch?

        "#{Modelling::Fault.mm(mm.round(2))} mm"
      end
    end
  end
end
