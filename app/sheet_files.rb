# frozen_string_literal: true

require 'zip'

module App
  # Files of a sheet run: one for each row, in a folder of the data folder, and all of them in a zip.
  module SheetFiles
    module_function

    def folder(run) = File.join(SeriesPaper.folder, "run-#{run.id}")

    # Writes a row's sheets (PDF: all in one; SVG: one each), under the drawing's number or the row's name.
    def put(run, row, drawing, kind)
      FileUtils.mkdir_p(folder(run))
      scenes = drawing.sheets.map { |s| scene(drawing, s) }
      stem = SeriesPaper.stem([drawing.meta.number, row.name].reject { |t| t.to_s.empty? }.first)
      if kind == 'pdf'
        write(run, "#{stem}.pdf", Nockplane::Formats::Pdf.write(scenes, created: Time.now))
      else
        scenes.each_with_index do |s, i|
          name = scenes.size == 1 ? stem : "#{stem} #{i + 1}"
          write(run, "#{name}.svg", Nockplane::Formats::Svg.write(s, standalone: true))
        end
      end
    end

    # Was a file made of any of its rows?
    def any?(run) = files(run).any?

    # All files of a run in one.
    def close(run)
      bytes =
        Zip::OutputStream.write_buffer do |out|
          files(run).each do |path|
            out.put_next_entry(File.basename(path))
            out.write(File.binread(path))
          end
        end
      SeriesPaper.put(run, 'zip', bytes.string)
    end

    # The Scene of a sheet as it is printed; numbers: of characteristics that stand on it as marks, nil for none.
    def scene(drawing, sheet, numbers: nil)
      builder =
        Nockplane::Drawings::SceneBuilder.new(
          drawing,
          sheet.id,
          Workshop.source,
          fields: App.title_fields,
          purpose: :print
        )
      return builder.scene unless numbers

      Nockplane::Issuing::NumberMarks.new(drawing, sheet, builder, numbers).over(builder.scene)
    end

    def files(run) = Dir[File.join(folder(run), '*')].reject { |f| f.end_with?('.part') }.sort

    def write(run, name, bytes)
      SeriesPaper.whole(File.join(folder(run), name), bytes)
    rescue SystemCallError => e
      raise Refused, "The file #{name} can't be written: #{e.message}."
    end
    private_class_method :files, :write
  end
end
