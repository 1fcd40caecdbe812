# frozen_string_literal: true

module App
  # A line of the docket that a person can take: of which drawing, and which part of its docket; part '' is all of it.
  # In forms it is "SLUG/PART".
  DocketLine =
    Struct.new(:drawing, :part) do
      # Raises Refused for what is no line.
      def self.at(text)
        slug, part = text.to_s.split('/', 2)
        part = part.to_s
        raise Refused, "The docket has no lines called “#{part[0, 40]}”." unless part.empty? || self::WORDS.key?(part)

        new(Records::Drawing.at(slug), part)
      end

      def key = part.empty? ? drawing.slug : "#{drawing.slug}/#{part}"

      # "QI-2101-D", "QI-2101-D: views behind".
      def words = part.empty? ? drawing.number.to_s : "#{drawing.number}: #{self.class::WORDS.fetch(part)}"
    end
  # Names of parts and what a person reads: those of Linking::Docket::LINES, and what else the board lists of a drawing.
  DocketLine::WORDS = {
    'behind' => 'what is behind its model',
    'adrift' => 'annotations adrift',
    'fault' => 'what cannot be shown',
    'look' => 'what needs a look',
    'empty' => 'empty berths',
    'template' => 'its template',
    'variants' => 'variants out of step',
    'comments' => 'comments'
  }.freeze
end
