# frozen_string_literal: true

module App
  module Records
    # What was issued of a drawing, when, from which revisions of its models. It is written once.
    class Packet < ActiveRecord::Base
      belongs_to :drawing, -> { unscope(where: :removed_at) }, class_name: 'App::Records::Drawing', optional: true
      # Of a packet that holds a model alone.
      belongs_to :model, -> { unscope(where: :removed_at) }, class_name: 'App::Records::Model', optional: true

      def self.at(id) = find_by(id: id.to_i) || raise(Refused.new('There is no such packet.', status: 404))

      # Of each drawing the one that held at the end of a day.
      def self.on(day)
        held = where('issued_at <= ?', day.to_time.end_of_day).order(:issued_at)
        held.group_by(&:owner).map { |_, list| list.last }.sort_by { |p| [p.number, p.letter] }
      end

      # Those of an owner (#owner).
      def self.of(owner) = where(drawing_id: owner[0], model_id: owner[1])

      # [id of its drawing, id of its model], one of them nil.
      def owner = [drawing_id, model_id]

      # The last one of a packet's drawing that came after it; nil where it holds still.
      def self.later_than(packet)
        of(packet.owner).where('issued_at > ?', packet.issued_at).order(:issued_at).last
      end

      def readonly? = persisted? && !new_record?
      def listing = JSON.parse(files)
      def file(name) = listing.find { |f| f['name'] == name }
      def shown_models = JSON.parse(models)
      def told = JSON.parse(findings)
      def known_numbers = JSON.parse(numbers)
      # Drawings::Drawing as it was issued; nil of a model alone.
      def value = drawing_id && Nockplane::Drawings::Drawing.from_h(JSON.parse(document))
      def sheets = value ? value.sheets : []
      # The one of the same drawing or model before it; nil for the first.
      def before = Packet.of(owner).where('issued_at < ?', issued_at).order(:issued_at).last
      # What a file of it is called: "QI-2101-D rev A.zip".
      def stem = SeriesPaper.stem("#{number} rev #{letter}")
    end
  end
end
